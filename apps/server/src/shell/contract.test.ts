import 'reflect-metadata';
import { METHOD_METADATA, PATH_METADATA } from '@nestjs/common/constants';
import { ModulesContainer } from '@nestjs/core';
import { plainToInstance } from 'class-transformer';
import { validateSync } from 'class-validator';
import Ajv from 'ajv/dist/2020.js';
import {
  actInYard,
  type AnyRoute,
  appendEntries,
  askModem,
  beginSession,
  callByUnit,
  changePassword,
  crowdOutage,
  endKey,
  endSession,
  entriesAfter,
  framesOf,
  askThrough,
  everyLogbook,
  keepDialogue,
  keepText,
  keptOf,
  listStations,
  makeCode,
  makeKey,
  makeToken,
  openApi,
  previewRules,
  remoteState,
  revealSecret,
  routes,
  secretTraits,
  sendPiece,
  sendTextPiece,
  setUnitClock,
  sharedWith,
  stationValues,
  signIn,
  signInByKey,
  startCrowd,
  startYard,
  stopSession,
  stopYard,
  testWayIn,
  tryDecoder,
  useCode,
  yardPlaces,
  yardSpec,
  yardStation,
} from '@green-lamp/core/api';
import { isObject, type Json, plainText } from '@green-lamp/core/name';
import { CodeBody, EndBody, MakeCodeBody, PasswordBody, SignInBody, TokenBody } from '../accounts/accounts.body.ts';
import { EndKeyBody, KeyBody } from '../accounts/keys.controller.ts';
import { TextPieceQuery, BlobBody } from '../blobs/blobs.controller.ts';
import { PieceQuery } from '../blobs/pictures.controller.ts';
import { FramesQuery } from '../desk/desk.controller.ts';
import { DecoderBody } from '../desk/radio/nodes.controller.ts';
import { AppendBody } from '../journal/append.body.ts';
import { AfterQuery } from '../journal/journal.controller.ts';
import { PortBody, SessionBody, StationOnly } from '../remote/remote.controller.ts';
import { RevealBody, TraitsQuery } from '../secrets/secrets.controller.ts';
import { KeptQuery } from '../stations/kept.controller.ts';
import { LogbookQuery } from '../stations/logbook.query.ts';
import { PreviewQuery, SharedQuery, StationsQuery, ValuesQuery } from '../stations/stations.controller.ts';
import { routeOf, unlike } from '../testing/contract.ts';
import { TestServer } from '../testing/server.ts';
import {
  ActBody,
  AskBody,
  CallBody,
  ClockBody,
  CrowdBody,
  OutageBody,
  PathBody,
  StartBody,
  StationBody,
  ThroughBody,
} from '../yard/yard.body.ts';

const server = new TestServer();
beforeAll(() => server.open());
afterAll(() => server.end());

type Class = new () => object;
const stream = 'station:01ARZ3NDEKTSV4RRFFQ69G5FAV';
const key = 'ab'.repeat(32);
const sealed = { ref: '01ARZ3NDEKTSV4RRFFQ69G5FAV', to: key, from: key, nonce: 'ab'.repeat(24), box: 'ab'.repeat(20) };
const ofPath = { stream, path: 'abc123' };
/** What is asked of each route that is asked anything, by the server's own classes, with something that both must take. */
const asked: readonly (readonly [AnyRoute, 'body' | 'query', Class, { readonly [name: string]: Json }])[] = [
  [signIn, 'body', SignInBody, { name: 'Ina', password: 'x', person: sealed.ref, device: 'a browser' }],
  [useCode, 'body', CodeBody, { code: 'ABCD', name: 'Ina', password: 'x', device: 'a browser' }],
  [changePassword, 'body', PasswordBody, { old: 'x', password: 'y' }],
  [endSession, 'body', EndBody, { id: key }],
  [signInByKey, 'body', KeyBody, { id: 'x', response: '{}', device: 'a browser' }],
  [makeKey, 'body', KeyBody, { id: 'x', response: '{}', device: 'a browser' }],
  [endKey, 'body', EndKeyBody, { id: 'x' }],
  [makeCode, 'body', MakeCodeBody, { person: sealed.ref }],
  [makeToken, 'body', TokenBody, { label: 'display', role: 'reader', days: 30 }],
  [appendEntries, 'body', AppendBody, { entries: ['{}'], secrets: [sealed] }],
  [entriesAfter, 'query', AfterQuery, { after: 0, streams: [stream, 'people'], limit: 10 }],
  [keptOf, 'query', KeptQuery, { after: 7, streams: [stream] }],
  [
    listStations,
    'query',
    StationsQuery,
    { show: 'mine', find: 'mast', after: 'x', from: 3, limit: 50, visitFrom: '2026-11-27', visitTo: '2026-12-01' },
  ],
  [sharedWith, 'query', SharedQuery, { stream }],
  [everyLogbook, 'query', LogbookQuery, { text: 'weir', who: 'Ines', about: 'drill', from: 1, to: 2, before: 9 }],
  [previewRules, 'query', PreviewQuery, { role: 'unit', id: 'plain-modem', version: 2 }],
  [stationValues, 'query', ValuesQuery, { days: 30 }],
  [
    framesOf,
    'query',
    FramesQuery,
    { station: stream, status: 'unknown', account: '0417', kind: 'line', text: 'x', from: 1, to: 2, before: 9, limit: 5 },
  ],
  [tryDecoder, 'body', DecoderBody, { code: 'decodeUplink', bytes: '0d5c', port: 2 }],
  [keepText, 'body', BlobBody, { text: 'OK', stream }],
  [sendPiece, 'query', PieceQuery, { at: 0, of: 10 }],
  [sendTextPiece, 'query', TextPieceQuery, { at: 0, of: 10, stream }],
  [secretTraits, 'query', TraitsQuery, { stream }],
  [revealSecret, 'body', RevealBody, { entry: '{}', to: key }],
  [remoteState, 'query', StationOnly, { stream }],
  [beginSession, 'body', SessionBody, { ...ofPath, key: 'unit:abc123.x', words: 'why', virtual: true, from: '+1' }],
  [stopSession, 'body', StationOnly, { stream }],
  [testWayIn, 'body', PortBody, { port: 4100, seconds: 60 }],
  [yardPlaces, 'query', StationBody, { stream }],
  [yardStation, 'query', StationBody, { stream }],
  [yardSpec, 'query', StationBody, { stream }],
  [startYard, 'body', StartBody, { stream, parts: ['unit'] }],
  [stopYard, 'body', StationBody, { stream }],
  [actInYard, 'body', ActBody, { act: { act: 'press' } }],
  [startCrowd, 'body', CrowdBody, { count: 10, every: 60_000, protocol: 'line', stations: false }],
  [crowdOutage, 'body', OutageBody, { carrier: 'Fellwave', on: true }],
  [setUnitClock, 'body', ClockBody, { ...ofPath, clock: -3000 }],
  [askModem, 'body', AskBody, { ...ofPath, typed: 'AT' }],
  [keepDialogue, 'body', PathBody, ofPath],
  [askThrough, 'body', ThroughBody, { stream, host: '10.8.3.20', from: '10.1.0.5' }],
  [callByUnit, 'body', CallBody, { ...ofPath, event: 'test' }],
];

const shapeOf = (route: AnyRoute, where: 'body' | 'query') => {
  const shape = where === 'query' ? route.query : route.body;
  if (shape === null || shape === 'octets') throw new Error(`${route.path} takes none`);
  return shape;
};
/** As it comes in: a query's figures are text, and its lists are one text with commas. */
const onTheWire = (where: 'body' | 'query', value: object): object =>
  where === 'body'
    ? value
    : Object.fromEntries(Object.entries(value).map(([name, of]) => [name, Array.isArray(of) ? of.join(',') : String(of)]));
const judgedByClass = (of: Class, value: object): boolean =>
  validateSync(plainToInstance(of, value), { whitelist: true, forbidNonWhitelisted: true }).length === 0;

/** What a field might be instead: left out, of another kind, just beyond each of its limits. */
const spoiled = (schema: { readonly [word: string]: unknown }, good: Json, where: 'body' | 'query'): readonly (Json | undefined)[] => {
  const { minimum, maximum, maxLength, maxItems } = schema;
  const members: readonly Json[] = Array.isArray(good) ? good : [];
  const otherKind: readonly Json[] =
    where === 'body' ? [null, typeof good === 'string' ? 7 : 'seven', { of: 1 }, [[]]] : typeof good === 'number' ? ['seven', 1.5] : [];
  return [
    undefined,
    good,
    ...otherKind,
    ...(typeof minimum === 'number' ? [minimum, minimum - 1] : []),
    ...(typeof maximum === 'number' ? [maximum, ...(maximum < Number.MAX_SAFE_INTEGER ? [maximum + 1] : [])] : []),
    ...(typeof maxLength === 'number' ? ['x'.repeat(maxLength), 'x'.repeat(maxLength + 1)] : []),
    ...(typeof maxItems === 'number' && Array.isArray(good) ? [Array.from({ length: maxItems + 1 }, (): Json => members[0] ?? null)] : []),
    ...(Array.isArray(schema['enum']) ? [`${plainText(good)} `] : []),
    ...(typeof schema['pattern'] === 'string' ? [`${plainText(good)}!`] : []),
  ];
};

test.each(asked.map((one) => [`${one[0].method} ${one[0].path} ${one[1]}`, one] as const))(
  '%s: the server’s class takes what the route’s shape takes, and no more',
  (_, [route, where, of, good]) => {
    const shape = shapeOf(route, where);
    const both = (value: { readonly [name: string]: Json | undefined }): readonly [boolean, boolean] => {
      const there = Object.fromEntries(Object.entries(value).filter(([, one]) => one !== undefined));
      return [shape(there, '').ok, judgedByClass(of, onTheWire(where, there))];
    };
    expect(both(good)).toEqual([true, true]);
    expect(both({ ...good, another: 'x' })).toEqual([false, false]);
    const properties = isObject(shape.schema?.['properties']) ? shape.schema['properties'] : {};
    const differ = Object.entries(good).flatMap(([name, value]) =>
      spoiled(isObject(properties[name]) ? properties[name] : {}, value, where).flatMap((instead) => {
        const [byShape, byClass] = both({ ...good, [name]: instead });
        return byShape === byClass ? [] : [`${name}=${(JSON.stringify(instead ?? null)).slice(0, 60)}: shape ${byShape}, class ${byClass}`];
      }),
    );
    expect(differ).toEqual([]);
  },
);
test('every route that is asked something stands in that table', () => {
  const takes = routes.flatMap((route) => [
    ...(Object.keys((route.query.schema?.['properties'] as object | undefined) ?? {}).length > 0 ? [`${route.path} query`] : []),
    ...(route.body !== null &&
    route.body !== 'octets' &&
    Object.keys((route.body.schema?.['properties'] as object | undefined) ?? {}).length > 0
      ? [`${route.path} body`]
      : []),
  ]);
  expect(takes.filter((one) => !asked.some(([route, where]) => `${route.path} ${where}` === one))).toEqual([]);
});
test('every handler has its route and every route its handler; only a picture’s octets are no JSON', () => {
  const classes = [...server.running.app.get(ModulesContainer).values()].flatMap(({ controllers }) =>
    [...controllers.values()].flatMap(({ metatype }) => (typeof metatype === 'function' ? [metatype] : [])),
  );
  const handlers = classes.flatMap((of) => {
    const base = String(Reflect.getMetadata(PATH_METADATA, of));
    const prototype = of.prototype as object;
    return Object.getOwnPropertyNames(prototype).flatMap((name) => {
      const handler = Object.getOwnPropertyDescriptor(prototype, name)?.value as unknown;
      if (typeof handler !== 'function' || !Reflect.hasMetadata(METHOD_METADATA, handler)) return [];
      const method = Reflect.getMetadata(METHOD_METADATA, handler) === 0 ? 'GET' : 'POST';
      const path = String(Reflect.getMetadata(PATH_METADATA, handler));
      return [`${method} /${[base, path].filter((part) => part !== '/').join('/')}`];
    });
  });
  const known = routes.map(({ method, path }) => `${method} ${path}`);
  expect(handlers.filter((one) => !known.includes(one))).toHaveLength(4);
  expect(handlers.filter((one) => !known.includes(one))).toEqual(
    expect.arrayContaining(['GET /api/pictures/:hash', 'GET /api/authority.crt', 'GET /api/metrics', 'GET /api/frames/export']),
  );
  expect(known.filter((one) => !handlers.includes(one))).toEqual([]);
});
test('an answer that says more, less or something else than its route is found', () => {
  const every = { now: 1, cursor: 2, wire: 2, life: 'x' };
  const { answer } = keepText;
  expect(unlike(answer, { hash: key, ...every })).toBeNull();
  expect(unlike(answer, { hash: key, ...every, more: 1 })).toMatch(/not named/);
  expect(unlike(answer, { ...every })).toMatch(/hash/);
  expect(unlike(answer, { hash: 'no', ...every })).toMatch(/SHA-256/);
  expect(routeOf('GET', '/api/stations/across')?.path).toBe('/api/stations/across');
});
test('the API describes itself: its schemas are sound, and take what the server answers', async () => {
  const ajv = new Ajv({ strict: false });
  for (const route of routes) expect(typeof ajv.compile(route.answer.schema ?? {})).toBe('function');
  const answered: unknown = await (await server.fetch('/api/desk')).json();
  const desk = routeOf('GET', '/api/desk');
  expect(ajv.validate(desk?.answer.schema ?? {}, answered)).toBe(true);
  expect(ajv.validate(desk?.answer.schema ?? {}, { ...(answered as object), clockJumped: 'far' })).toBe(false);
  expect(await (await server.fetch('/api/openapi.json')).json()).toMatchObject({ openapi: '3.1.0', paths: openApi(routes).paths });
});
