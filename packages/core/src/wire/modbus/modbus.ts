// Modbus: the side of a device that is asked. Application protocol V1.1b3 (clauses 6.1, 6.3, 6.4, 6.6, 6.12 and 7), over TCP (MBAP header) and over a serial line in RTU with its CRC; from memory, checked against a library's master.

/** What a device holds: registers by number from 0, each of 16 bits. */
export type ModbusDevice = {
  readonly address: number;
  readonly holding: readonly number[];
  readonly input: readonly number[];
  readonly coils: readonly boolean[];
};
export type ModbusAnswered = { readonly device: ModbusDevice; readonly answer: Uint8Array };
/** Exception codes (clause 7). */
export const modbusExceptions = { function: 1, address: 2, value: 3 } as const;
/** Most registers and coils that one question may ask for (clauses 6.1, 6.3). */
const [mostRegisters, mostCoils] = [125, 2000];

const word = (bytes: Uint8Array, at: number): number => ((bytes[at] ?? 0) << 8) | (bytes[at + 1] ?? 0);
const words = (values: readonly number[]): number[] => values.flatMap((value) => [(value >> 8) & 255, value & 255]);
const packed = (coils: readonly boolean[]): number[] =>
  Array.from({ length: Math.ceil(coils.length / 8) }, (_, i) =>
    coils.slice(i * 8, i * 8 + 8).reduce((sum, coil, bit) => sum | (coil ? 1 << bit : 0), 0),
  );

/** Answers one question (a PDU, at least its function code). What it cannot do is an exception: the function with its top bit, and a code. */
export const askModbus = (device: ModbusDevice, pdu: Uint8Array): ModbusAnswered => {
  const code = pdu[0] ?? 0;
  const say = (...bytes: number[]): ModbusAnswered => ({ device, answer: Uint8Array.from(bytes) });
  const not = (why: keyof typeof modbusExceptions): ModbusAnswered => say(code | 0x80, modbusExceptions[why]);
  const [from, count] = [word(pdu, 1), word(pdu, 3)];
  switch (code) {
    case 1: {
      if (pdu.length !== 5 || count < 1 || count > mostCoils) return not('value');
      if (from + count > device.coils.length) return not('address');
      const bits = packed(device.coils.slice(from, from + count));
      return say(code, bits.length, ...bits);
    }
    case 3:
    case 4: {
      const held = code === 3 ? device.holding : device.input;
      if (pdu.length !== 5 || count < 1 || count > mostRegisters) return not('value');
      if (from + count > held.length) return not('address');
      return say(code, count * 2, ...words(held.slice(from, from + count)));
    }
    case 6: {
      if (pdu.length !== 5) return not('value');
      if (from >= device.holding.length) return not('address');
      return { device: { ...device, holding: device.holding.with(from, count) }, answer: pdu.slice(0, 5) };
    }
    case 16: {
      if (pdu.length < 6 || count < 1 || count > 123 || pdu[5] !== count * 2 || pdu.length !== 6 + count * 2) return not('value');
      if (from + count > device.holding.length) return not('address');
      const holding = device.holding.map((value, i) => (i >= from && i < from + count ? word(pdu, 6 + (i - from) * 2) : value));
      return { device: { ...device, holding }, answer: pdu.slice(0, 5) };
    }
    default:
      return not('function');
  }
};

/** A question over a serial line, in RTU: address, PDU, CRC with its low byte first. Answers nothing to another address, to a broken CRC and to less than four bytes. */
export const hearModbusRtu = (device: ModbusDevice, frame: Uint8Array): { device: ModbusDevice; answer: Uint8Array | null } => {
  const body = frame.subarray(0, frame.length - 2);
  const crc = (frame.at(-1) ?? 0) * 256 + (frame.at(-2) ?? 0);
  if (frame.length < 4 || modbusCrc(body) !== crc || (body[0] !== device.address && body[0] !== 0)) return { device, answer: null };
  const asked = askModbus(device, body.subarray(1));
  if (body[0] === 0) return { device: asked.device, answer: null };
  const answer = Uint8Array.of(device.address, ...asked.answer);
  const check = modbusCrc(answer);
  return { device: asked.device, answer: Uint8Array.of(...answer, check & 255, check >> 8) };
};
/** CRC-16 of a Modbus RTU frame: polynomial A001 reflected, from FFFF (serial line V1.02, appendix B). */
export const modbusCrc = (bytes: Uint8Array): number => {
  let crc = 0xffff;
  for (const byte of bytes) {
    crc ^= byte;
    for (let bit = 0; bit < 8; bit += 1) crc = (crc & 1) === 1 ? (crc >> 1) ^ 0xa001 : crc >> 1;
  }
  return crc;
};

/** Questions over TCP, as they came in any pieces: what is answered, and what is not whole yet. A header that is none ends the talk: `broken`. */
export const hearModbusTcp = (
  was: ModbusDevice,
  bytes: Uint8Array,
): { device: ModbusDevice; answer: Uint8Array; held: Uint8Array; broken: boolean } => {
  let [device, held] = [was, bytes];
  const said: number[] = [];
  while (held.length >= 8) {
    const length = word(held, 4);
    if (word(held, 2) !== 0 || length < 2 || length > 254)
      return { device, answer: Uint8Array.from(said), held: new Uint8Array(), broken: true };
    if (held.length < 6 + length) break;
    const unit = held[6] ?? 0;
    const asked = askModbus(device, held.subarray(7, 6 + length));
    // Another unit's question is not answered: behind a bridge somebody else would.
    if (unit === device.address || unit === 255) {
      device = asked.device;
      said.push(held[0] ?? 0, held[1] ?? 0, 0, 0, ...words([asked.answer.length + 1]), unit, ...asked.answer);
    }
    held = held.subarray(6 + length);
  }
  return { device, answer: Uint8Array.from(said), held: Uint8Array.from(held), broken: false };
};
