import { readSheet } from '@green-lamp/core/journal';
import { allLamps } from '@green-lamp/core/lamp';
import { settingKey } from '@green-lamp/core/name';
import { TestServer } from '../testing/server.ts';
import type { Summary } from '@green-lamp/core/api';

const server = new TestServer();
beforeAll(() => server.open({ demo: true, clockFrom: '2026-11-12T14:40:00Z' }));
afterAll(() => server.end());

type Listed = {
  stations: Summary[];
  counts: { all: number; mine: number; others: number; test: number };
  total: number;
  next: string | null;
};
const list = (query = ''): Promise<Listed> => server.get<Listed>(`/api/stations${query}`);

test('the demo’s twelve stations are there, what wants a person first, each with its line and what is next', async () => {
  // The mast that is quiet is found by the watch a moment after the start.
  for (let i = 0; i < 300 && (await list()).stations.every(({ lapses }) => lapses.length === 0); i++)
    await new Promise((done) => setTimeout(done, 10));
  const { stations, counts } = await list();
  expect(stations).toHaveLength(12);
  expect(stations.filter(({ urgent }) => urgent).map(({ name, demo, line }) => [name, demo, line.station])).toEqual([
    ['Climate panel, Dale museum store', true, 'dark'],
    // At another desk: two tests were due since somebody was there, and nobody has rung them.
    ['Light controller, Holm ferry slip', true, 'dark'],
    ['Long-range gateway, Ling apiary', true, 'dark'],
    ['Oxygen monitor, Skell hatchery', true, 'stale'],
    ['Signal box, heritage railway', true, 'failed'],
    ['Snow-depth mast, Cold Hause', true, 'failed'],
    ['Wind mast, Gable cable-way', true, 'stale'],
  ]);
  expect(stations.filter(({ line }) => line.station === 'proven').map(({ name }) => name)).toEqual([
    'Chiller, Ewe cheese cellar',
    'Frost mast, Thorn orchard',
  ]);
  // By the profiles that they have adopted too: nothing else has failed.
  const failed = stations.flatMap(({ name, line }) =>
    allLamps(line).flatMap(({ lamp, is }) => (is === 'failed' ? [`${name}: ${lamp}`] : [])),
  );
  expect(failed).toEqual(['Signal box, heritage railway: Bearer', 'Snow-depth mast, Cold Hause: Watch']);
  const hatchery = stations.find(({ name }) => name.startsWith('Oxygen'));
  expect(hatchery?.next).toMatch(/^Restart net-house modem so that the new APN/);
  expect(hatchery?.line.strands.map(({ lamps }) => lamps.map(({ lamp, is }) => `${lamp} ${is}`))).toEqual([
    ['Card marginal', 'Signal marginal', 'Bearer stale', 'Route stale'],
    ['Bearer proven', 'Route proven'],
  ]);
  expect(counts).toEqual({ all: 12, mine: 10, others: 2, test: 0 });
});
test('the list is filtered and paged on the server', async () => {
  expect((await list('?find=SNOW')).stations.map(({ name }) => name)).toEqual(['Snow-depth mast, Cold Hause']);
  expect(await list(`?after=${(await list('?limit=1')).next ?? ''}&limit=1`)).toMatchObject({
    total: 12,
    stations: [{ name: 'Light controller, Holm ferry slip' }],
  });
  expect((await list('?show=others')).stations.map(({ name, who }) => [name, who])).toEqual([
    ['Chiller, Ewe cheese cellar', 'the clock'],
    ['Frost mast, Thorn orchard', 'the clock'],
  ]);
  expect((await server.fetch('/api/stations?show=none')).status).toBe(400);
});
test('stations are found by the day of their next visit, and no others', async () => {
  const planned = await list('?visitFrom=2026-11-01&visitTo=2026-12-31');
  expect(planned.stations.length).toBeGreaterThan(0);
  expect(planned.total).toBe(planned.stations.length);
  for (const { visit } of planned.stations) expect(visit).toMatch(/^2026-1[12]-\d\d$/);
  const { visit: first } = planned.stations[0] ?? { visit: null };
  expect((await list(`?visitFrom=${first}&visitTo=${first}`)).stations.map(({ visit }) => visit)).toEqual([first]);
  expect((await list('?visitFrom=2031-01-01')).stations).toEqual([]);
  expect((await list()).stations.filter(({ visit }) => visit !== null)).toHaveLength(planned.total);
  expect((await server.fetch('/api/stations?visitTo=tomorrow')).status).toBe(400);
});
test('across the demo’s stations two have one network behind their tunnels, one card’s contract ends, and claims have their portal', async () => {
  const { findings, ends, claims } = await server.get<{ findings: object[]; ends: object[]; claims: object[] }>('/api/stations/across');
  expect(findings).toMatchObject([
    { rule: 'fleet/one-tunnel-network', at: [{ station: 'Branch gateway, seed bank' }, { station: 'Oxygen monitor, Skell hatchery' }] },
  ]);
  expect(ends).toMatchObject([{ station: 'Frost mast, Thorn orchard', kind: 'card contract', day: '2026-12-01' }]);
  expect(claims).toMatchObject([{ station: 'Long-range gateway, Ling apiary', portal: 'the dale’s network server', quota: 4 }]);
});
test('every sheet can be had as a file of its own, its secrets left out', async () => {
  const { sheets } = await server.get<{ sheets: { station: string; text: string; lines: { setting: string; value: string }[] }[] }>(
    '/api/stations/sheets',
  );
  expect(sheets).toHaveLength(12);
  for (const { text, lines, station } of sheets) {
    const read = readSheet(text);
    expect({ station, ok: read.ok }).toEqual({ station, ok: true });
    expect(lines.length).toBeGreaterThan(0);
  }
  expect(JSON.stringify(sheets)).not.toContain('limestone');
});
test('before all stations take a version it is told whose lamps would change, and who has it already', async () => {
  type Preview = {
    pin: { id: string };
    stations: { station: string; adopted: boolean; changes: { lamp: string; was: string; is: string }[] }[];
  };
  const of = await server.get<Preview>('/api/stations/preview?role=house&id=shipped&version=1');
  expect(of.stations).toHaveLength(12);
  expect(of.stations.flatMap(({ changes }) => changes)).toEqual([]);
  expect(of.stations.some(({ adopted }) => adopted)).toBe(true);
  const module = await server.get<Preview>('/api/stations/preview?role=unit&id=reporting-module&version=2');
  expect(module.stations.filter(({ changes }) => changes.length > 0).length).toBeGreaterThan(0);
  expect((await server.fetch('/api/stations/preview?role=house&id=nobody&version=1')).status).toBe(404);
  expect((await server.fetch('/api/stations/preview?role=desk&id=shipped&version=1')).status).toBe(400);
});
test('beside a station stand what was heard, the chain’s head and the state’s fingerprint', async () => {
  const [hatchery] = (await list('?find=hatchery')).stations;
  const beside = await server.get<{ heard: object[]; head: { seq: number; link: string; state: string } }>(
    `/api/stations/${hatchery?.stream ?? ''}/beside`,
  );
  expect(beside.heard).toHaveLength(2);
  expect(beside.head).toMatchObject({
    link: expect.stringMatching(/^[0-9a-f]{64}$/) as unknown,
    state: expect.stringMatching(/^[0-9a-f]{64}$/) as unknown,
  });
  expect((await server.fetch('/api/stations/nobody/beside')).status).toBe(404);
});
test('a demo that was played once is not played again', async () => {
  await server.close();
  await server.open({ demo: true, clockFrom: '2026-11-13T14:40:00Z' });
  expect((await list()).counts.all).toBe(12);
});

test('what one station shares with another and must not is told of each of the two, with the other’s name', async () => {
  const twins = [await server.station('9101'), await server.station('9102')];
  for (const { stream } of twins) {
    const id = server.chance.element();
    await server.deliver(server.entry(stream, 'element.added', { group: 'sim', id, label: 'card' }));
    const key = settingKey('sim', id, 'imsi');
    await server.deliver(
      server.entry(stream, 'setting.set', { key, value: '999050123456789', origin: 'typed', simulated: false, over: null }),
    );
  }
  const shared = async (stream: string): Promise<{ finding: { rule: string }; others: string[] }[]> =>
    (await server.get<{ shared: { finding: { rule: string }; others: string[] }[] }>(`/api/stations/shared?stream=${stream}`)).shared;
  expect(await shared(twins[0]?.stream ?? '')).toMatchObject([{ finding: { rule: 'fleet/one-imsi' }, others: ['Station 9102'] }]);
  expect(await shared(twins[1]?.stream ?? '')).toMatchObject([{ others: ['Station 9101'] }]);
  expect(await shared('people')).toEqual([]);
});
