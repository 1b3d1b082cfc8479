// [Y6] What was done becomes a scenario, without a secret in it; and a long sleep is made up for in slices.
import { instant } from '@green-lamp/core/quantity';
import { type Out, playScenario, practiceSpec, startAct } from '@green-lamp/core/yard';
import { RunningWorld, withoutSecrets } from './running-world.ts';

const start = 1_794_492_360_000;
const at = (station: string, bytes: string) => ({ act: 'port', station, modem: 'modem', bytes }) as const;
const running = () => {
  const clock = { now: start };
  const out: Out[] = [];
  const world = new RunningWorld(
    () => instant(clock.now),
    (one) => out.push(one),
    7,
  );
  world.perform(startAct(practiceSpec({ id: 'a', seed: 41 })));
  return { clock, world, out };
};

test('what was done is played to the same end', () => {
  const { clock, world } = running();
  clock.now += 5000;
  world.perform(at('a', 'AT+CSQ\r'));
  clock.now += 60_000;
  const scenario = world.scenario('by hand');
  expect(scenario).toMatchObject({ answered: true, acts: [{ after: 0 }, { after: 5000 }], runs: 65_000 });
  expect(playScenario(scenario)).toMatchObject({ ok: true, value: { same: true } });
});
test('a PIN that was typed, whole or in pieces, is not in the file, and the file names no end', () => {
  const { world } = running();
  for (const bytes of ['AT+CPIN="24', '68"\r', 'AT+CSQ\r', 'AT+CPWD="SC","2468","8642"\r']) world.perform(at('a', bytes));
  const scenario = world.scenario('by hand');
  expect(JSON.stringify(scenario)).not.toMatch(/2468|8642|"24|68\\"/);
  expect(scenario.end).toBe('');
  expect(JSON.stringify(scenario)).toContain('AT+CSQ');
});
test('lines at another port stay as they were typed', () => {
  const acts = [
    { after: 0, act: at('a', 'AT+CPIN="2468"\r') },
    { after: 1, act: at('b', 'AT+CGDCONT=1\r') },
  ];
  expect(withoutSecrets(acts)[1]).toBe(acts[1]);
  expect(withoutSecrets([acts[1] ?? { after: 0, act: null }])).toEqual([acts[1]]);
});
test('a refusal and what is no act are not remembered', () => {
  const { world } = running();
  expect(world.perform({ act: 'line', station: 'nowhere', plug: true })).toMatchObject({ ok: true, value: expect.any(String) as string });
  expect(world.perform({ act: 'fly' }).ok).toBe(false);
  expect(world.scenario('').acts).toHaveLength(1);
});
test('after a night of sleep it comes after in slices of ten minutes', () => {
  const { clock, world } = running();
  clock.now += 8 * 3_600_000;
  world.tick();
  expect(world.world.at - start).toBe(2 * 600_000);
});
