// A sealed secret, with all that checks may see of it. Erasing the row is redaction.
import { defineEntity, type InferEntity, p } from '@mikro-orm/core';

export const SecretRow = defineEntity({
  name: 'SecretRow',
  tableName: 'secret',
  properties: {
    ref: p.string().primary(),
    stream: p.string(),
    keyId: p.string(),
    sealed: p.blob(),
    same: p.string(),
    length: p.integer(),
    alphabet: p.string(),
    factoryDefault: p.boolean(),
  },
});
export type SecretRow = InferEntity<typeof SecretRow>;
