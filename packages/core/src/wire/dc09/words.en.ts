// Why the desk did not take a DC-09 frame, for the people who look after it.
import type { Dc09Why } from './frames.ts';

export const dc09Why: { readonly [W in Dc09Why]: string } = {
  'no start': 'Bytes outside of a frame: a frame begins with LF. Not answered.',
  'no frame end': 'The frame was cut off: it ends with CR. Not answered.',
  'frame too long': 'The frame is longer than DC-09 allows; only its beginning was kept. Not answered.',
  'frame form': 'It does not begin with four digits of CRC, 0, three of length and a quoted token. Not answered.',
  length: 'The length is not that of the frame. Not answered.',
  crc: 'The CRC does not agree: bytes were changed on the way, or the unit reckons it otherwise. Not answered.',
  header: 'Token, sequence, line or account can’t be read. Not answered.',
  token: 'The token is none that this desk knows. Answered DUH.',
  encrypted: 'The frame is encrypted, and the sheet of its account has no key. Answered DUH.',
  key: 'The frame is encrypted, and the key on the sheet of its account does not open it. Not answered.',
  'no account in frame': 'There is no account in the frame. Answered DUH.',
  'data form': 'The data are not in brackets with a | before them. Answered DUH.',
  timestamp: 'The timestamp is not HH:MM:SS,MM-DD-YYYY in UTC. Answered DUH.',
  'contact id': 'The data are not a Contact ID event. Answered DUH.',
  'contact id check': 'The Contact ID check digit does not agree. Answered DUH.',
  'sia data': 'The data are not an SIA event. Answered DUH.',
};
