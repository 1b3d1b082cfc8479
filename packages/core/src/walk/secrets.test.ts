import { onePath } from '../lamp/testing.ts';
import { settingKey, type Ulid } from '../name/index.ts';
import { heldSecrets } from './index.ts';

test('who entered a secret knows it, and who had it shown; a new value is known to its writer alone; what is no secret is none', () => {
  const { m, sim } = onePath();
  const key = settingKey('sim', sim, 'pin');
  const secret = (n: string) => ({ secret: `01KAV0000000000000000000${n}` as Ulid });
  m.set(sim, { 'sim.pin': secret('A1'), 'sim.apn': 'm2m.example' });
  const [first] = heldSecrets(m.state);
  expect(first).toMatchObject({ key, ref: secret('A1').secret, knows: [{ by: 'entered' }] });
  expect(first?.what).toMatch(/PIN/);
  const bo = '01KAV0000000000000000000B0' as Ulid;
  m.as({ person: bo, device: bo }).add('secret.revealed', { ref: secret('A1').secret, key });
  expect(heldSecrets(m.state)[0]?.knows.map(({ person, by }) => [person === bo, by])).toEqual([
    [false, 'entered'],
    [true, 'seen'],
  ]);
  m.as({ person: bo, device: bo }).set(sim, { 'sim.pin': secret('A2') });
  expect(heldSecrets(m.state)[0]?.knows.map(({ person, by }) => [person === bo, by])).toEqual([[true, 'entered']]);
});
