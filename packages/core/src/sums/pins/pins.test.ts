import { patchCable, busCable, serialCable, serialPins } from './pins.ts';

const pairs = (of: ReturnType<typeof serialCable>): string[] => of.wires.map(({ from, to }) => `${from.n}-${to.n}`);

// TIA-574, seen from the DTE: 1 DCD in, 2 RxD in, 3 TxD out, 4 DTR out, 5 ground, 6 DSR in, 7 RTS out, 8 CTS in, 9 RI in.
test('the pins of a DTE, and the same numbers turned round at a DCE', () => {
  expect(serialPins('DTE').map(({ n, name, way }) => `${n} ${name} ${way}`)).toEqual([
    '1 DCD in',
    '2 RxD in',
    '3 TxD out',
    '4 DTR out',
    '5 GND none',
    '6 DSR in',
    '7 RTS out',
    '8 CTS in',
    '9 RI in',
  ]);
  expect(serialPins('DCE').find(({ n }) => n === '2')?.way).toBe('out');
});
test('DTE to DCE is straight: each pin to its own number', () => {
  expect(serialCable('DTE', 'DCE')).toMatchObject({ is: 'straight' });
  expect(pairs(serialCable('DTE', 'DCE'))).toEqual(['1-1', '2-2', '3-3', '4-4', '5-5', '6-6', '7-7', '8-8', '9-9']);
});
// The null modem of common practice: 2-3, 3-2, 4-6, 5-5, 6-4, 7-8, 8-7.
test('two of a kind are crossed', () => {
  expect(pairs(serialCable('DTE', 'DTE'))).toEqual(['2-3', '3-2', '4-6', '5-5', '6-4', '7-8', '8-7']);
  expect(pairs(serialCable('DCE', 'DCE'))).toEqual(pairs(serialCable('DTE', 'DTE')));
});
test('three wires carry data and ground, five also flow', () => {
  expect(pairs(serialCable('DTE', 'DCE', 3))).toEqual(['2-2', '3-3', '5-5']);
  expect(pairs(serialCable('DTE', 'DTE', 3))).toEqual(['2-3', '3-2', '5-5']);
  expect(pairs(serialCable('DTE', 'DCE', 5))).toEqual(['2-2', '3-3', '5-5', '7-7', '8-8']);
});
test('whatever the ends, an output never meets an output', () => {
  for (const a of ['DTE', 'DCE'] as const)
    for (const b of ['DTE', 'DCE'] as const)
      for (const { from, to } of serialCable(a, b).wires) expect([from.way, to.way]).not.toEqual(['out', 'out']);
});
test('a patch cable has four pairs, each colour beside its white one; a bus without a norm has no drawing', () => {
  const colours = patchCable.wires.map(({ colour }) => colour ?? '');
  expect(new Set(colours).size).toBe(8);
  for (const colour of colours.filter((one) => !one.startsWith('white'))) expect(colours).toContain(`white-${colour}`);
  expect(patchCable.wires.filter(({ from }) => from.name === 'pair 3').map(({ from }) => from.n)).toEqual(['3', '6']);
  expect(busCable('M-Bus')).toBeNull();
  expect(busCable('CAN')?.wires.map(({ from }) => `${from.n} ${from.name}`)).toEqual(['2 CAN low', '3 ground', '7 CAN high']);
});
