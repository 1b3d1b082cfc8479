// Modbus as bytes: the examples of the application protocol (V1.1b3 clauses 6.1 and 6.3, from memory), RTU's CRC against a library, pieces and rubbish.
import { crc16modbus } from 'crc';
import fc from 'fast-check';
import { askModbus, hearModbusRtu, hearModbusTcp, modbusCrc, type ModbusDevice } from '../index.ts';

const device: ModbusDevice = {
  address: 17,
  holding: Array.from({ length: 120 }, (_, i) => [555, 0, 100][i - 107] ?? i),
  input: [10],
  // Coils 20 to 38 as the specification's example has them.
  coils: Array.from(
    { length: 40 },
    (_, i) => [0xcd, 0x6b, 0x05].flatMap((byte) => Array.from({ length: 8 }, (_, bit) => ((byte >> bit) & 1) === 1))[i - 19] ?? false,
  ),
};
const asked = (...pdu: number[]): number[] => Array.from(askModbus(device, Uint8Array.from(pdu)).answer);
const rtu = (...body: number[]): Uint8Array => {
  const check = modbusCrc(Uint8Array.from(body));
  return Uint8Array.of(...body, check & 255, check >> 8);
};

test('registers 108 to 110, the specification’s own example: 555, 0, 100', () =>
  expect(asked(0x03, 0x00, 0x6b, 0x00, 0x03)).toEqual([0x03, 0x06, 0x02, 0x2b, 0x00, 0x00, 0x00, 0x64]));
test('coils 20 to 38, the specification’s own example: CD 6B 05', () =>
  expect(asked(0x01, 0x00, 0x13, 0x00, 0x13)).toEqual([0x01, 0x03, 0xcd, 0x6b, 0x05]));
test('a register is written, and the question is its answer', () => {
  const { device: next, answer } = askModbus(device, Uint8Array.of(6, 0, 1, 0, 3));
  expect([Array.from(answer), next.holding[1]]).toEqual([[6, 0, 1, 0, 3], 3]);
});
test.each([
  ['a function that it has not', [0x2b, 0, 0, 0, 1], 1],
  ['a register that it has not', [3, 0, 119, 0, 2], 2],
  ['no register at all', [3, 0, 0, 0, 0], 3],
  ['too many', [3, 0, 0, 0, 126], 3],
  ['a question that is cut short', [3, 0, 0], 3],
  ['a count of bytes that does not fit', [16, 0, 0, 0, 2, 3, 0, 1, 0], 3],
] as const)('%s is an exception', (_, pdu, code) => expect(asked(...pdu)).toEqual([pdu[0] | 0x80, code]));

describe('RTU', () => {
  test('the CRC is that of a library, for any bytes', () =>
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 60 }), (bytes) => {
        expect(modbusCrc(bytes)).toBe(crc16modbus(Buffer.from(bytes)));
      }),
      { seed: 11, numRuns: 200 },
    ));
  test('a question to its address is answered with a right CRC', () => {
    const { answer } = hearModbusRtu(device, rtu(17, 4, 0, 0, 0, 1));
    expect(Array.from(answer ?? [])).toEqual(Array.from(rtu(17, 4, 2, 0, 10)));
  });
  test('another address, a broken CRC and a stump are not answered; a broadcast is done in silence', () => {
    expect(hearModbusRtu(device, rtu(18, 4, 0, 0, 0, 1)).answer).toBeNull();
    expect(hearModbusRtu(device, rtu(17, 4, 0, 0, 0, 1).with(6, 0)).answer).toBeNull();
    expect(hearModbusRtu(device, Uint8Array.of(17, 4)).answer).toBeNull();
    const told = hearModbusRtu(device, rtu(0, 6, 0, 1, 0, 9));
    expect([told.answer, told.device.holding[1]]).toEqual([null, 9]);
  });
});

describe('TCP', () => {
  const question = (n: number, unit = 17): number[] => [n, n, 0, 0, 0, 6, unit, 4, 0, 0, 0, 1];
  test('several questions in any pieces are answered each with its own number', () =>
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 9 }), { maxLength: 12 }), (cuts) => {
        const whole = Uint8Array.from([...question(1), ...question(2, 99), ...question(3)]);
        let [held, said, from] = [new Uint8Array(), [] as number[], 0];
        for (const n of [...cuts, whole.length]) {
          const heard = hearModbusTcp(device, Uint8Array.of(...held, ...whole.slice(from, from + n)));
          held = Uint8Array.from(heard.held);
          said = [...said, ...heard.answer];
          from += n;
        }
        expect(said).toEqual([1, 1, 0, 0, 0, 5, 17, 4, 2, 0, 10, 3, 3, 0, 0, 0, 5, 17, 4, 2, 0, 10]);
      }),
      { seed: 12, numRuns: 100 },
    ));
  test('a header of another protocol ends the talk', () =>
    expect(hearModbusTcp(device, Uint8Array.from([0, 1, 0, 9, 0, 6, 17, 4, 0, 0, 0, 1]))).toMatchObject({ broken: true }));
});
