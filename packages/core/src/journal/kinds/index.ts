// Every kind of entry that this version folds.
import type { Json } from '../../name/index.ts';
import type { Parsed } from '../../problem/index.ts';
import type { Entry } from '../entry.ts';
import type { Kind } from '../kind.ts';
import {
  codeMade,
  deviceKeyEnded,
  deviceKeyMade,
  passwordSet,
  roleGiven,
  signedIn,
  signedOut,
  signInHeld,
  tokenEnded,
  tokenMade,
} from './account.ts';
import { callArrived, callAttributed, declarationMade, findingAccepted, noneAccepted } from './evidence.ts';
import { callConfirmed, changeShown, checkIn, deskRung, eventMade, logCame, watchAsked } from './confirmed.ts';
import { cellAccepted, challengeDropped, challengeMade, challengePressed } from './challenge.ts';
import { clockJumped } from './clock.ts';
import { signedOff, undoneBack, undoneNoted } from './ending.ts';
import { sketchDrawn } from './sketch.ts';
import { tunnelCrossed } from './tunnel.ts';
import { drillBegun, drillEnded, drillMarked, drillRun } from './drill.ts';
import { captureKept, fileKept, holdRun, readingTaken } from './measured.ts';
import { noteWritten, secretErased, secretRevealed } from './note.ts';
import { askNoted, stepDone, walkMoved } from './plan.ts';
import { reachUsed, toldConfirmed } from './people.ts';
import { pictureTaken } from './picture.ts';
import { practiceJudged } from './practice.ts';
import { receiverReleased, receiverWithheld, testBegun, testEnded, testExtended } from './on-test.ts';
import { antennaChanged, cableChanged, cardChanged, doorShut, placed, unitReplaced } from './place.ts';
import { deskDown, lapseClosed, lapseFound, lapseTaken, watchMuted, watchUnmuted } from './watch.ts';
import { houseAdopted, housePublished, profileAdopted, profilePublished } from './rules.ts';
import { settingSet, settingStaged, settingTemporary } from './setting.ts';
import { elementAdded, elementLabelled, elementRemoved, personAdded, stationNamed, stationOpened } from './station.ts';

const list = [
  stationOpened,
  stationNamed,
  elementAdded,
  elementLabelled,
  elementRemoved,
  personAdded,
  roleGiven,
  signedIn,
  signedOut,
  signInHeld,
  codeMade,
  passwordSet,
  tokenMade,
  tokenEnded,
  deviceKeyMade,
  deviceKeyEnded,
  settingSet,
  settingStaged,
  settingTemporary,
  placed,
  cardChanged,
  antennaChanged,
  cableChanged,
  unitReplaced,
  doorShut,
  captureKept,
  fileKept,
  readingTaken,
  challengeMade,
  challengePressed,
  challengeDropped,
  cellAccepted,
  holdRun,
  pictureTaken,
  practiceJudged,
  undoneNoted,
  undoneBack,
  signedOff,
  lapseFound,
  lapseClosed,
  lapseTaken,
  watchMuted,
  watchUnmuted,
  deskDown,
  testBegun,
  testExtended,
  testEnded,
  receiverWithheld,
  receiverReleased,
  declarationMade,
  noneAccepted,
  findingAccepted,
  callArrived,
  callAttributed,
  eventMade,
  callConfirmed,
  deskRung,
  logCame,
  toldConfirmed,
  reachUsed,
  watchAsked,
  changeShown,
  checkIn,
  tunnelCrossed,
  sketchDrawn,
  drillBegun,
  drillMarked,
  drillRun,
  drillEnded,
  noteWritten,
  secretRevealed,
  secretErased,
  housePublished,
  houseAdopted,
  profilePublished,
  profileAdopted,
  stepDone,
  walkMoved,
  askNoted,
  clockJumped,
] as const;

type Listed = (typeof list)[number];
export type KindName = Listed['kind'];
export type DataOf<N extends KindName> = Extract<Listed, { kind: N }> extends Kind<N, infer D> ? D : never;

const byName: ReadonlyMap<string, Kind<string, never>> = new Map(
  list.map((of): [string, Kind<string, never>] => [of.kind, of as unknown as Kind<string, never>]),
); // never: data only ever comes from the same kind's parse
export const kindNames: readonly KindName[] = list.map(({ kind }) => kind);
export const versionOf = (name: KindName): number => byName.get(name)?.v ?? 1;

export type Known = { [N in KindName]: { kind: N; data: DataOf<N> } }[KindName];

/** An entry's data by its kind, earlier versions brought up; null for a kind or version that this program does not know yet. */
export const readData = (entry: Pick<Entry, 'kind' | 'v' | 'data'>): Parsed<Known | null> => {
  const of = byName.get(entry.kind);
  if (of === undefined || entry.v > of.v) return { ok: true, value: null };
  let data: unknown = entry.data;
  for (const upgrade of of.upgrades.slice(entry.v - 1)) {
    const next = upgrade(data, 'data');
    if (!next.ok) return next;
    data = next.value;
  }
  const parsed = of.parse(data, 'data');
  return parsed.ok ? { ok: true, value: { kind: entry.kind, data: parsed.value } as unknown as Known } : parsed; // kind and data come from one row of the list
};

export const foldKnown = (name: string): Kind<string, Json>['fold'] | null => {
  const of = byName.get(name);
  return of === undefined ? null : (of.fold as unknown as Kind<string, Json>['fold']); // called only with what readData gave for this name
};
