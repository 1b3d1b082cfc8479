// Why the desk did not understand a line record, for the people who look after it.
import type { LineWhy } from './records.ts';

export const lineWhy: { readonly [W in LineWhy]: string } = {
  'utf-8': 'The bytes are not UTF-8 text.',
  'no account': 'The record does not begin with an account.',
  'account form': 'The account is not 1 to 16 letters and digits.',
  'no instant field': 'There is no field for the instant after the account; leave it empty if the unit has no clock.',
  'instant form': 'The instant is not RFC 3339, as in 2026-11-12T14:06:02Z.',
  'field form': 'A field has no = in it.',
  'key form': 'A field’s key is not a small letter followed by small letters, digits or _ (32 at most).',
  'key twice': 'A key comes twice.',
  escape: 'A value has a % or = that is not written as %25 or %3D.',
  'control character': 'There is a control character in the record.',
  'no end': 'The connection was closed before the line end: a record ends with LF.',
  'too long': 'The record is longer than 4096 bytes; only its beginning was kept.',
};
