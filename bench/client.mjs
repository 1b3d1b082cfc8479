// What a measurement needs of a page and of a unit: entries as the page writes them, records that are answered.
import { connect } from 'node:net';
import { textOf, write } from '@green-lamp/core/journal';

const alphabet = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';
const some = (n) => Array.from({ length: n }, () => alphabet[Math.floor(Math.random() * 32)]).join('');
export const ulid = () => `01${some(24)}`;
export const element = () => some(6).toLowerCase();
export const pause = (ms) => new Promise((done) => setTimeout(done, ms));
export const quantile = (times, share) =>
  times.toSorted((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * share))] ?? 0;

/** A person at a page of `web`: entries of theirs, and their delivery. */
export const person = (web) => {
  const who = { person: ulid(), device: ulid() };
  const entry = (stream, kind, data, { at = Date.now(), since = 9e14 } = {}) =>
    textOf(write({ id: ulid(), at, skew: 0, since, who }, stream, kind, data));
  let cookie = null;
  /** In the demo a press is enough; what it gives stands for the rest of the run. */
  const signIn = async () => {
    const answer = await fetch(`${web()}/api/sign-in`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', connection: 'close' },
      body: JSON.stringify({ person: who.person, device: 'bench' }),
    });
    return answer.headers
      .getSetCookie()
      .map((one) => one.split(';')[0])
      .join('; ');
  };
  const send = async (path, body) => {
    cookie ??= await signIn();
    const answer = await fetch(`${web()}${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie, connection: 'close' },
      body: JSON.stringify(body),
    });
    return answer.json();
  };
  const post = async (entries) => {
    const { answers } = await send('/api/entries', { entries, secrets: [] });
    const refused = answers?.find(({ is }) => is === 'refused');
    if (answers === undefined || refused !== undefined) throw new Error(JSON.stringify(refused ?? answers).slice(0, 300));
    return answers;
  };
  const get = async (path) => {
    cookie ??= await signIn();
    return (await fetch(`${web()}${path}`, { headers: { cookie, connection: 'close' } })).json();
  };
  const arrive = () => post([entry('people', 'person.added', { id: who.person, name: 'Bench' })]);
  return { who, entry, post, send, get, arrive };
};

/** A socket of a unit; `ask` sends a record and waits for its answer. */
export const unit = (port, from) =>
  new Promise((done, failed) => {
    const socket = connect({ port, host: '127.0.0.1', localAddress: from }, () => {
      let waiting = null;
      let rest = '';
      socket.on('data', (chunk) => {
        rest += chunk;
        if (!rest.includes('\n')) return;
        const answer = rest.slice(0, rest.indexOf('\n'));
        rest = rest.slice(answer.length + 1);
        waiting?.(answer);
      });
      socket.on('close', () => waiting?.(null));
      const ask = (record) =>
        new Promise((answered) => {
          waiting = answered;
          socket.write(record);
        });
      done({ ask, socket });
    });
    socket.once('error', failed);
    socket.on('error', () => undefined);
  });
