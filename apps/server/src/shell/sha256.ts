// SHA-256 by Node itself: the core's own is for browsers too, and slower.
import { createHash } from 'node:crypto';
import { isSha256, type Sha256, sure } from '@green-lamp/core/name';

export const sha256Of = (bytes: Uint8Array): Sha256 => sure(isSha256, createHash('sha256').update(bytes).digest('hex'));
/** Of a text's UTF-8. */
export const hashOf = (text: string): Sha256 => sure(isSha256, createHash('sha256').update(text, 'utf8').digest('hex'));
