import { stationStream } from '@green-lamp/core/name';
import { instant } from '@green-lamp/core/quantity';
import { FakeServer } from '../testing/server.ts';
import { append } from './append.ts';
import { db } from './db.ts';
import { choosePerson, newId } from './device.ts';
import { useLive } from './live.ts';
import { whatRuns } from './what-runs.ts';

const server = new FakeServer().install();
server.away = true;
const form = { there: false };
globalThis.document = { querySelector: () => (form.there ? {} : null) } as unknown as Document;
const stream = stationStream(newId());
const path = 'abc123' as never;

test('a newer page waits for a form, a drill, an asked event; a station at rest, and one that is over, hold nothing up', async () => {
  const me = newId();
  choosePerson(me);
  useLive.setState({ person: me });
  await db.streams.put({ stream, n: 1, heard: [], head: null, traits: [], asOf: null });
  await append(stream, [
    { kind: 'station.opened', data: { name: 'Pass mast', demo: false } },
    { kind: 'element.added', data: { group: 'path', id: path, label: 'Ethernet' } },
  ]);
  expect(await whatRuns()).toBeNull();
  form.there = true;
  expect(await whatRuns()).toBe('A form is open.');
  form.there = false;
  await append(stream, [{ kind: 'drill.begun', data: { drill: 'link loss', path, ago: 0, by: 'hand', words: 'cable out' } }]);
  expect(await whatRuns()).toBe('A drill runs at Pass mast.');
  await append(stream, [{ kind: 'drill.ended', data: { words: 'called off' } }]);
  expect(await whatRuns()).toBeNull();
  const until = instant(Date.now() + 60_000);
  await append(stream, [
    { kind: 'challenge.made', data: { path, zone: '2', is: 'alarm', what: 'Float', until, pressed: null, words: '' } },
  ]);
  expect(await whatRuns()).toBe('An asked event is waited for at Pass mast.');
  localStorage.setItem(
    `green-lamp:hold:${stream}`,
    JSON.stringify({ path, radio: 'LTE', source: 'typed', start: 1, every: 1000, samples: [], text: '' }),
  );
  expect(await whatRuns()).toBe('A hold runs at Pass mast.');
});
