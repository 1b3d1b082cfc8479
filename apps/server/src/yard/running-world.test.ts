// [Y6] What was done becomes a scenario, without a secret in it; and a long sleep is made up for in slices.
import { instant } from '@green-lamp/core/quantity';
import { type Out, playScenario, practiceSpec, startAct } from '@green-lamp/core/yard';
import { writeFrame } from '@green-lamp/core/wire';
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
test('a world that comes after a long sleep stops where a unit waits for the desk: an answer at once ends the call, and nothing is told twice', () => {
  const { clock, world, out } = running();
  const calls = () => out.flatMap((one) => (one.out === 'call' ? one.frame : []));
  // A day goes by at once, as where the machine slept: its test is due in it.
  clock.now += 26 * 3_600_000;
  for (let n = 0; n < 400 && calls().length === 0; n++) world.tick();
  expect(calls()).toHaveLength(1);
  // However often the world is looked at meanwhile, the unit has not given up.
  for (let n = 0; n < 200; n++) world.tick();
  const sequence = /"(\d{4})/.exec(calls()[0] ?? '')?.[1] ?? '';
  const answer = Buffer.from(writeFrame({ id: 'ACK', sequence, account: '0417', at: null })).toString('latin1');
  expect(world.perform({ act: 'answered', station: 'a', answer })).toEqual({ ok: true, value: null });
  for (let n = 0; n < 400; n++) world.tick();
  expect(calls()).toHaveLength(1);
  expect(world.world.outfits['a']?.unit.told.map(({ said }) => said)).toEqual(['ACK']);
});
