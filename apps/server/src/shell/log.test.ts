import { logOf } from './log.ts';

test('a line each, as JSON, with its part and time; what may be a secret is left out by name, however deep', () => {
  const lines: string[] = [];
  const log = logOf('json', { write: (line: string) => lines.push(line) });
  log.log('the certificate holds until 2027-12-28', 'Tls');
  log.error({ message: 'refused', body: { password: 'otter-otter', deep: { pin: '4711' } }, token: 'planted' }, 'Reply');
  const [first, second] = lines.map((line) => JSON.parse(line) as { [name: string]: unknown });
  expect(first).toMatchObject({ level: 30, part: 'green-lamp', of: 'Tls', msg: 'the certificate holds until 2027-12-28' });
  expect(first?.['time']).toMatch(/^\d{4}-\d\d-\d\dT/);
  expect(second).toMatchObject({ level: 50, of: 'Reply', body: { password: 'left out' }, token: 'left out' });
  for (const secret of ['otter', '4711', 'planted']) expect(lines.join('')).not.toContain(secret);
});
