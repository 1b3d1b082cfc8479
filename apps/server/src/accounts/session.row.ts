// A sign-in that stands, a browser that somebody has signed in with before, or a machine's token. Only the hash of what it is shown by is kept.
import { defineEntity, type InferEntity, p } from '@mikro-orm/core';

export const SessionRow = defineEntity({
  name: 'SessionRow',
  tableName: 'session',
  properties: {
    id: p.string().primary(),
    kind: p.string(),
    person: p.string().nullable(),
    /** A machine's role; a person's stands in the people's stream. */
    role: p.string().nullable(),
    /** What the browser calls itself, or what a token is for. */
    label: p.string(),
    from: p.string().fieldName('from_address'),
    made: p.integer(),
    seen: p.integer(),
    until: p.integer().fieldName('until_at'),
  },
});
export type SessionRow = InferEntity<typeof SessionRow>;
