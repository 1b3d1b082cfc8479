// Durable posts, messages and datagrams a second (HTTP, MQTT of quality 1, status of long-range gateways), against line records of the same desk and against a bare server in the same run: 20 units that wait for each answer. The kinds take turns, and each figure is the best of three.
import { createSocket } from 'node:dgram';
import { Agent, request } from 'node:http';
import { connect } from 'node:net';
import { randomBytes } from 'node:crypto';
import { createRequire } from 'node:module';
import { sealTo } from '@green-lamp/core/wire';
import { element, person, quantile, ulid } from './client.mjs';
import { bareServer, demoServer } from './server.mjs';

const { MqttClient } = createRequire(new URL('../apps/server/package.json', import.meta.url))('mqtt');
const [account, token, units, each] = ['9917', 'a-token-for-a-bench', 20, 100];
const desk = await demoServer();
const me = person(() => desk.web);
await me.arrive();
const { listeners } = await (await fetch(`${desk.web}/api/health`)).json();
const portOf = (kind) => listeners.find((one) => one.kind === kind).port;

const stream = `station:${ulid()}`;
const [unit, receiver, ref] = [element(), element(), ulid()];
const set = (key, value) => me.entry(stream, 'setting.set', { key, value, origin: 'typed', simulated: false, over: null });
const { key: publicKey } = await me.get('/api/secrets/key');
const secret = { ref, ...sealTo(publicKey, `${stream} ${ref}`, token, { key: randomBytes(32), nonce: randomBytes(24) }) };
const { answers } = await me.send('/api/entries', {
  entries: [
    me.entry(stream, 'station.opened', { name: 'Bench that posts', demo: false }),
    me.entry(stream, 'element.added', { group: 'unit', id: unit, label: 'unit' }),
    me.entry(stream, 'element.added', { group: 'receiver', id: receiver, label: 'desk' }),
    set(`receiver:${receiver}.account`, account),
    set(`unit:${unit}.token`, { secret: ref }),
  ],
  secrets: [secret],
});
if (answers.some(({ is }) => is !== 'kept')) throw new Error(JSON.stringify(answers));

const eui = '70b3d57ed0009918';
const [gateway, radioUnit, radioReceiver] = [`station:${ulid()}`, element(), element()];
const setThere = (key, value) => me.entry(gateway, 'setting.set', { key, value, origin: 'typed', simulated: false, over: null });
await me.post([
  me.entry(gateway, 'station.opened', { name: 'Bench gateway', demo: false }),
  me.entry(gateway, 'element.added', { group: 'unit', id: radioUnit, label: 'unit' }),
  me.entry(gateway, 'element.added', { group: 'receiver', id: radioReceiver, label: 'desk' }),
  setThere(`receiver:${radioReceiver}.account`, '9918'),
  setThere(`receiver:${radioReceiver}.protocol`, 'radio'),
  setThere(`unit:${radioUnit}.id`, eui),
]);

const times = { http: [], mqtt: [], line: [], radio: [] };
const timed = async (kind, work) => {
  const from = performance.now();
  await work();
  times[kind]?.push(performance.now() - from);
};
const repeated = async (kind, one) => {
  for (let i = 0; i < each; i++) await timed(kind, one);
};
const lines = (port, kind) =>
  new Promise((done) => {
    const socket = connect({ port, host: '127.0.0.1', localAddress: '127.0.9.3' });
    let wake = null;
    socket.on('data', () => wake?.());
    repeated(kind, () => new Promise((answered) => ((wake = answered), socket.write(`${account};;event=bench\n`)))).then(() =>
      socket.end(done),
    );
  });
const agent = new Agent({ keepAlive: true, maxSockets: units });
const posts = () =>
  repeated(
    'http',
    () =>
      new Promise((done, failed) => {
        const headers = { authorization: `Bearer ${token}`, 'content-type': 'application/json' };
        const options = { host: '127.0.0.1', port: portOf('http'), path: `/calls/${account}`, method: 'POST', headers, agent };
        const sent = request(options, (answer) =>
          answer.resume().on('end', () => (answer.statusCode === 200 ? done() : failed(new Error(`${answer.statusCode}`)))),
        );
        sent.on('error', failed).end('{"event":"bench"}');
      }),
  );
const messages = () =>
  new Promise((done, failed) => {
    const client = new MqttClient(() => connect({ port: portOf('mqtt'), host: '127.0.0.1' }), {
      username: account,
      password: token,
      protocolVersion: 4,
      reconnectPeriod: 0,
    });
    client.once('error', failed);
    client.once('connect', () =>
      repeated('mqtt', () => client.publishAsync(`${account}/e`, '{"event":"bench"}', { qos: 1 })).then(
        () => client.end(false, {}, done),
        failed,
      ),
    );
  });
/** A gateway's status, the next one once its acknowledgement is there. */
const datagrams = () =>
  new Promise((done, failed) => {
    const socket = createSocket('udp4');
    const bytes = Buffer.concat([Buffer.from([2, 0, 1, 0]), Buffer.from(eui, 'hex'), Buffer.from('{"stat":{"rxnb":1,"rxok":1,"rxfw":1}}')]);
    socket.once('error', failed);
    socket.bind(0, '127.0.0.1', () => {
      const one = () =>
        new Promise((next) => {
          socket.once('message', next);
          socket.send(bytes, portOf('radio'), '127.0.0.1');
        });
      repeated('radio', one).then(() => socket.close(done), failed);
    });
  });
const bare = await bareServer(desk.database);
const kinds = {
  bare: () => lines(bare.line, 'bare'),
  line: () => lines(desk.line, 'line'),
  http: posts,
  mqtt: messages,
  radio: datagrams,
};
const best = {};
for (let i = 0; i < 3; i++)
  for (const [kind, work] of Object.entries(kinds)) {
    const from = performance.now();
    await Promise.all(Array.from({ length: units }, work));
    best[kind] = Math.max(best[kind] ?? 0, (units * each * 1000) / (performance.now() - from));
  }
for (const kind of ['line', 'http', 'mqtt', 'radio'])
  console.log(
    `${kind.padEnd(5)} ${best[kind].toFixed(0).padStart(6)} /s   bare ${best.bare.toFixed(0).padStart(6)} /s   ${((100 * best[kind]) / best.bare).toFixed(0)} %   answered p50 ${quantile(times[kind], 0.5).toFixed(1)} ms, p99 ${quantile(times[kind], 0.99).toFixed(1)} ms`,
  );
console.log(`event loop p99.9 ${(await desk.loop())['p99.9']} ms`);
desk.end();
bare.end();
agent.destroy();
process.exit();
