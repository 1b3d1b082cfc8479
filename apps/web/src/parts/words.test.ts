import { appendTo, frame } from '../testing/frames.ts';
import { frameWords } from './frame-words.ts';
import { lampName } from './circuit/lamp-words.ts';

const path = (id: string): string => (id === 'abc' ? 'Ethernet' : 'another');

test.each([
  [{ event: 'float_high', grade: 7, path: 'abc' }, 'Event ‘float_high’ over Ethernet'],
  [{ event: 'float_high', grade: 7, path: null }, 'Event ‘float_high’, path unknown'],
  [{ event: 'test', grade: 6, path: 'abc' }, 'Test call over Ethernet'],
  [{ event: 'null', grade: 6, path: 'abc' }, 'Call without an event over Ethernet'],
  [{ event: 'high', grade: 5, path: 'abc', receiver: null }, 'Event ‘high’, at another listener over Ethernet'],
  [{ event: 'high', grade: 7, strength: 'impossible' }, 'Event ‘high’, from this computer itself: it proves that the desk listens'],
  [
    { status: 'refused', why: 'clock', account: '0417', event: 'high', grade: 7 },
    'Refused: clock. Event ‘high’ of account 0417; it proves nothing.',
  ],
  [
    { status: 'refused', why: 'two accounts', account: '0417', event: 'high', grade: 7 },
    'Refused: two accounts in one call. Event ‘high’ of account 0417; it proves nothing.',
  ],
  [{ status: 'unknown', account: '0471' }, 'Unknown account 0471.'],
  [{ status: 'not understood', why: 'escape' }, 'A value has a % or = that is not written as %25 or %3D.'],
  [{ status: 'not understood', why: 'from tomorrow' }, 'Not understood.'],
] as const)('a frame %p reads: %s', (of, words) => expect(frameWords(appendTo(frame, of), path)).toBe(words));

const lamp = {
  lamp: 'Bearer',
  path: null,
  is: 'proven',
  grade: null,
  rehearsal: false,
  simulated: false,
  waits: [],
  stands: [],
  because: [],
  next: null,
  due: null,
} as const;
test('a lamp is read out with its path, state, grade and what hangs on it', () => {
  expect(lampName(lamp, null)).toBe('Network, proven');
  expect(lampName({ ...lamp, grade: 7, rehearsal: true, simulated: true, waits: ['sim:000000.apn' as never] }, 2)).toBe(
    'Network, path 2, proven, grade 7, bench, simulated, a change waits',
  );
});
