// The bench logger's instrument, asked by a library's Modbus master (jsmodbus) over a real socket; and RTU frames against a library's CRC.
import { createConnection, type Socket } from 'node:net';
import { client } from 'jsmodbus';
import { TestServer } from '../testing/server.ts';
import { benchStation, Yard } from './yard.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

const masters: Socket[] = [];
afterEach(() => {
  for (const socket of masters.splice(0)) socket.destroy();
});
const master = async (unit = 4) => {
  const socket = createConnection({ host: '127.0.0.1', port: server.running.modbusPort });
  masters.push(socket);
  const asks = new client.TCP(socket, unit, 600);
  await new Promise<void>((done) => socket.once('connect', () => done()));
  return asks;
};
const change = (of: object): void => {
  expect(server.running.app.get(Yard).act({ act: 'side', station: benchStation, change: { ...of } })).toEqual({ ok: true, value: null });
};

test('its port is listed by /api/health, as simulated', async () =>
  expect(await server.get('/api/health')).toMatchObject({ modbus: { port: server.running.modbusPort, simulated: true } }));
test('a library’s master reads the value of the instrument, and its coils', async () => {
  const asks = await master();
  const { response } = await asks.readInputRegisters(0, 2);
  const [value, kind] = response.body.valuesAsArray;
  expect(kind).toBe(417);
  expect(value).toBeGreaterThanOrEqual(40);
  expect(value).toBeLessThanOrEqual(80);
  const coils = await asks.readCoils(0, 8);
  expect(coils.response.body.valuesAsArray.slice(0, 8)).toEqual([1, 0, 0, 0, 0, 0, 0, 0]);
});
test('one register and several are written, and read back', async () => {
  const asks = await master();
  await asks.writeSingleRegister(3, 1234);
  await asks.writeMultipleRegisters(4, [1, 65_535]);
  const { response } = await asks.readHoldingRegisters(3, 3);
  expect(response.body.valuesAsArray).toEqual([1234, 1, 65_535]);
});
test('a register that is none, and a function that is none, are exceptions', async () => {
  const asks = await master();
  await expect(asks.readHoldingRegisters(9, 5)).rejects.toMatchObject({ response: { body: { code: 2 } } });
  await expect(asks.readDiscreteInputs(0, 1)).rejects.toMatchObject({ response: { body: { code: 1 } } });
});
test('another unit is not answered; nor is one whose switches stand elsewhere, nor one without power', async () => {
  await expect((await master(9)).readInputRegisters(0, 1)).rejects.toBeDefined();
  change({ switched: 5 });
  await expect((await master()).readInputRegisters(0, 1)).rejects.toBeDefined();
  change({ switched: 4, powered: false });
  await expect((await master()).readInputRegisters(0, 1)).rejects.toBeDefined();
  change({ powered: true });
  expect((await (await master()).readInputRegisters(1, 1)).response.body.valuesAsArray).toEqual([417]);
}, 20_000);
