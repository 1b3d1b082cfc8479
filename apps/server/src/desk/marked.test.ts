import { isElementId, isStream, sure } from '@green-lamp/core/name';
import { MarkedSockets } from './marked.ts';

const mark = { station: sure(isStream, 'station:01KSP2QB0023456789ABCDEFGH'), path: sure(isElementId, 'k7f3q2') };

test('[Y1] a socket’s mark is taken once and then forgotten: who has the port next is nobody of the yard', () => {
  const marked = new MarkedSockets();
  marked.put('127.0.7.1', 40_000, mark);
  expect(marked.take('127.0.7.1', 40_001)).toBeNull();
  expect(marked.take('127.0.7.2', 40_000)).toBeNull();
  expect(marked.take('127.0.7.1', 40_000)).toEqual(mark);
  expect(marked.take('127.0.7.1', 40_000)).toBeNull();
});
