// How far somebody reaches in the journal.
import { may } from '@green-lamp/core/api';
import { accessStream, type Stream } from '@green-lamp/core/name';
import type { By } from '../journal/take.ts';
import type { Caller } from './sessions.ts';

/** As whom somebody delivers entries. */
export const byOf = (caller: Caller | null): By => ({ person: caller?.person ?? null, role: caller?.role ?? null });
/** Who came in and when is for whoever audits. */
export const mayRead = (caller: Caller | null, stream: Stream): boolean =>
  stream !== accessStream || may(caller?.role ?? null, 'access.read');
