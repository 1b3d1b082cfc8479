// What every screen asks of the database is found by an index: no table is read through and nothing is sorted that an index has in order.
import { join } from 'node:path';
import Libsql from 'libsql';
import { TestServer } from '../testing/server.ts';
import { Housekeeping } from './housekeeping.ts';

type Preparing = { prepare: (sql: string) => { all: (values: unknown[]) => unknown[] } };
const prepared: string[] = [];
const original = Libsql.prototype.prepare as (this: Preparing, sql: string) => ReturnType<Preparing['prepare']>;
let listening = false;
const server = new TestServer();
beforeAll(async () => {
  Libsql.prototype.prepare = function (this: Preparing, sql: string) {
    if (listening) prepared.push(sql);
    return original.call(this, sql);
  } as never;
  await server.open({ demo: true, clockFrom: '2026-11-12T14:40:00Z' });
}, 30_000);
afterAll(async () => {
  Libsql.prototype.prepare = original as never;
  await server.end();
});

/** Reads through a table by purpose: totals of small tables, a find of fewer than three letters, the sizes that are looked at once an hour. */
const allowed: readonly RegExp[] = [
  /^select count\(\*\) as n from row/,
  /words like/,
  /sum\(length\(bytes\)\)/,
  /^delete from blob/,
  // a page by its number counts down the index; the newest frames are read from the end
  /limit \? offset \?\)$/,
  /^select `f0`\.(?:\*|`id`) from `frame` as `f0` order by `f0`\.`id` desc limit (?:51|1)$/,
];

test('every query of every screen uses an index', async () => {
  const { stations } = await server.get<{ stations: { stream: string }[]; next: string | null }>('/api/stations?limit=5');
  const [first, second] = stations.map(({ stream }) => stream);
  listening = true;
  const after = (await server.get<{ next: string }>('/api/stations?limit=2')).next;
  for (const path of [
    `/api/stations?limit=2&after=${after}`,
    '/api/stations?limit=2&from=4',
    '/api/stations?show=mine&limit=2&from=4',
    '/api/stations?show=others',
    '/api/stations?find=mast',
    '/api/stations?show=mine&find=ma',
    '/api/stations?show=test&limit=2',
    `/api/kept?after=0&streams=${first ?? ''},${second ?? ''},people,house`,
    `/api/entries?after=3&streams=${first ?? ''}`,
    `/api/stations/${first ?? ''}/beside`,
    `/api/stations/${first ?? ''}/values`,
    `/api/secrets/traits?stream=${first ?? ''}`,
    '/api/frames',
    '/api/frames?status=unknown',
    '/api/frames?status=unknown&before=100',
    `/api/frames?station=${first ?? ''}`,
    `/api/frames?station=${first ?? ''}&before=50`,
    '/api/frames?text=float&limit=5',
    `/api/frames?text=float&station=${first ?? ''}&from=1&to=4000000000000`,
    '/api/desk',
    '/api/logbook?text=note',
    '/api/health',
    `/api/blobs/${'a'.repeat(64)}`,
  ])
    await server.get(path);
  const { stream, path } = await server.station('9801');
  await server.send('9801;2026-11-12T14:40:00Z;event=a\n9999;;event=b\n');
  await server.deliver(server.entry(stream, 'drill.begun', { drill: 'plain', path } as never));
  await server.running.app.get(Housekeeping).run();
  listening = false;
  const selects = prepared.filter((sql) => /^\s*(?:select|with|delete|update)/i.test(sql) && !/sqlite_|pragma_/.test(sql));
  expect(selects.length).toBeGreaterThan(20);
  const [journal, board] = ['green-lamp.db', 'board.db'].map((name) => new Libsql(join(server.folder, 'data', name), { readonly: true }));
  const bad = selects.flatMap((sql) => {
    const of = sql.includes(' row ') ? board : journal;
    const slots = (sql.match(/\?/g) ?? []).map(() => null);
    const plan = original.call(of as unknown as Preparing, `explain query plan ${sql}`).all(slots) as { detail: string }[];
    const fault = plan.map(({ detail }) => detail).find((detail) => /^SCAN (?!found VIRTUAL|\(|json)|USE TEMP B-TREE/.test(detail));
    return fault === undefined || allowed.some((one) => one.test(sql)) ? [] : [{ sql, fault }];
  });
  journal?.close();
  board?.close();
  expect(bad).toEqual([]);
});
