// A person's password, as scrypt leaves it, and a one-time code that sets one. Names and roles are entries.
import { defineEntity, type InferEntity, p } from '@mikro-orm/core';

export const LoginRow = defineEntity({
  name: 'LoginRow',
  tableName: 'login',
  properties: {
    person: p.string().primary(),
    /** Parameters, salt and key; null until it is set. */
    password: p.string().nullable(),
    /** SHA-256 of the code, and until when it can be used. */
    code: p.string().nullable(),
    codeUntil: p.integer().nullable(),
  },
});
export type LoginRow = InferEntity<typeof LoginRow>;
