import { fields, flag, whole } from '../../problem/index.ts';
import { kind } from '../kind.ts';

const century = 100 * 366 * 86_400_000;

/** The server's clock against the machine's date: by how many ms it jumped, and whether the server follows. */
export const clockJumped = kind('clock.jumped', 1, fields({ by: whole(-century, century), followed: flag }), (state) => state);
