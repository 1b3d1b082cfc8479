// Which pin goes to which: serial cables between DTE and DCE, Ethernet patch cables, buses.
// DE-9 by TIA-574, wires of a patch cable by TIA-568 (pair order B), CAN on DE-9 by CiA 303-1, Modbus on DE-9 by the Modbus serial line guide; all from memory.

export type SerialEnd = 'DTE' | 'DCE';
export type Pin = { readonly n: string; readonly name: string; readonly way: 'in' | 'out' | 'none' };
export type PinWire = {
  readonly from: Pin;
  readonly to: Pin;
  /** Colour of the wire where a norm gives one. */
  readonly colour: string | null;
};
export type PinDrawing = {
  readonly is: 'straight' | 'crossed';
  /** The connector that both ends have, as the norm calls it. */
  readonly socket: string;
  readonly norm: string;
  readonly wires: readonly PinWire[];
};

type Signal = 'DCD' | 'RxD' | 'TxD' | 'DTR' | 'GND' | 'DSR' | 'RTS' | 'CTS' | 'RI';
/** Seen from the DTE; a DCE has the same numbers and names and the opposite directions. */
const signals: readonly (readonly [Signal, Pin['way']])[] = [
  ['DCD', 'in'],
  ['RxD', 'in'],
  ['TxD', 'out'],
  ['DTR', 'out'],
  ['GND', 'none'],
  ['DSR', 'in'],
  ['RTS', 'out'],
  ['CTS', 'in'],
  ['RI', 'in'],
];
const turned = { in: 'out', out: 'in', none: 'none' } as const;

/** The nine pins of a serial socket, by what stands behind it. */
export const serialPins = (end: SerialEnd): readonly Pin[] =>
  signals.map(([name, way], i) => ({ n: String(i + 1), name, way: end === 'DTE' ? way : turned[way] }));

/** Which signals a cable of so many wires carries, the first ones first: data and ground, then flow, then ready, then carrier and ring. */
const carried: readonly Signal[] = ['TxD', 'RxD', 'GND', 'RTS', 'CTS', 'DTR', 'DSR', 'DCD', 'RI'];
/** What each signal meets where two of a kind face one another. */
const meets: { readonly [S in Signal]: Signal | null } = {
  TxD: 'RxD',
  RxD: 'TxD',
  GND: 'GND',
  RTS: 'CTS',
  CTS: 'RTS',
  DTR: 'DSR',
  DSR: 'DTR',
  DCD: null,
  RI: null,
};

/** The cable that a unit and a modem need: straight between DTE and DCE, crossed between two of a kind. `wires` from 2 to 9; all of them where it is not known. */
export const serialCable = (unit: SerialEnd, modem: SerialEnd, wires: number | null = null): PinDrawing => {
  const crossed = unit === modem;
  const [from, to] = [serialPins(unit), serialPins(modem)];
  const pin = (of: readonly Pin[], name: Signal): Pin | undefined => of.find((one) => one.name === name);
  const kept = carried.slice(0, wires ?? carried.length);
  return {
    is: crossed ? 'crossed' : 'straight',
    socket: 'DE-9',
    norm: 'TIA-574',
    wires: signals.flatMap(([name]): PinWire[] => {
      const other = crossed ? meets[name] : name;
      const [a, b] = [pin(from, name), other === null ? undefined : pin(to, other)];
      return kept.includes(name) && a !== undefined && b !== undefined ? [{ from: a, to: b, colour: null }] : [];
    }),
  };
};

const same = (n: string, name: string, colour: string | null): PinWire => {
  const pin: Pin = { n, name, way: 'none' };
  return { from: pin, to: pin, colour };
};

/** A patch cable between two RJ45 sockets: eight wires, straight; which pair carries what the sockets settle between them. */
export const patchCable: PinDrawing = {
  is: 'straight',
  socket: 'RJ45',
  norm: 'TIA-568, order B',
  wires: [
    same('1', 'pair 2', 'white-orange'),
    same('2', 'pair 2', 'orange'),
    same('3', 'pair 3', 'white-green'),
    same('4', 'pair 1', 'blue'),
    same('5', 'pair 1', 'white-blue'),
    same('6', 'pair 3', 'green'),
    same('7', 'pair 4', 'white-brown'),
    same('8', 'pair 4', 'brown'),
  ],
};

/** Buses that have an order of pins by a norm; null where the papers of the device have to say it. */
export const busCable = (kind: string): PinDrawing | null => {
  switch (kind) {
    case 'CAN':
      return {
        is: 'straight',
        socket: 'DE-9',
        norm: 'CiA 303-1',
        wires: [same('2', 'CAN low', null), same('3', 'ground', null), same('7', 'CAN high', null)],
      };
    case 'Modbus RTU':
      return {
        is: 'straight',
        socket: 'DE-9',
        norm: 'Modbus over serial line',
        wires: [same('1', 'common', null), same('5', 'D1, also B', null), same('9', 'D0, also A', null)],
      };
    case 'RS-485':
      return {
        is: 'straight',
        socket: 'terminals',
        norm: 'TIA-485; makers swap A and B',
        wires: [same('A', 'A', null), same('B', 'B', null), same('C', 'common', null)],
      };
    default:
      return null;
  }
};
