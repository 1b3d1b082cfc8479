// How a telephone reaches this desk.
import { flag, listOf, orNull, text, whole } from '../problem/index.ts';
import { reads } from './route.ts';

export const reachedAt = reads(
  '/api/telephone',
  'At which addresses the page is served, whether under TLS, and by whose authority.',
  {},
  {
    /** Most useful first; empty where only this machine reaches it. */
    addresses: listOf(text(200), 100),
    secure: flag,
    /** Of its own authority: SHA-256 of the certificate, to be compared on the telephone. Null where another one vouches. */
    authority: orNull(text(100)),
    /** Until when the desk's own certificate holds. */
    until: orNull(whole(0, Number.MAX_SAFE_INTEGER)),
  },
);
