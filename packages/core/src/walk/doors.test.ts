import { onePath } from '../lamp/testing.ts';
import { doorsOf } from './index.ts';

test('the modem’s own admin port first, then the usual ones, each once, at the path’s address', () => {
  const { m, modem } = onePath();
  m.set(modem, { 'modem.adminPort': 8080 });
  expect(doorsOf(m.state).map(({ host, port }) => [host, port])).toEqual([8080, 80, 443, 22, 23].map((port) => ['198.51.100.200', port]));
});
test('a path without an address of its own is tried where the desk calls the station; without either nowhere', () => {
  const { m, path } = onePath();
  m.set(path, { 'path.address': null });
  expect(doorsOf(m.state)).toEqual([]);
  m.set(null, { 'desk.dials': 'pond.example' });
  expect(doorsOf(m.state).every(({ host }) => host === 'pond.example')).toBe(true);
});
