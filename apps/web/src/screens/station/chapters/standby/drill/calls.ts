// Calls of the desk as a drill looks at them, and the entry that a drill is closed with.
import { isElementId, isGrade, sure } from '@green-lamp/core/name';
import type { FrameView } from '@green-lamp/core/api';
import { drillRow, isEvidenceHow, isStrength, isTurn, proves } from '@green-lamp/core/evidence';
import type { Drilling } from '@green-lamp/core/journal';
import { ownTime } from '@green-lamp/core/lamp';
import { instant } from '@green-lamp/core/quantity';
import type { DrillCall, DrillNow } from '@green-lamp/core/walk';
import type { Draft } from '../../../../../store/append.ts';

export type Call = DrillCall & { readonly frame: FrameView };
type Run = (Draft & { kind: 'drill.run' })['data'];

/** How many bytes a text in base64 stands for. */
const bytesIn = (base64: string): number => (base64.length / 4) * 3 - (/=*$/.exec(base64)?.[0].length ?? 0);

export const callOf = (frame: FrameView): Call => ({
  frame,
  id: frame.id,
  at: frame.at,
  path: isElementId(frame.path) ? frame.path : null,
  counts: isStrength(frame.strength) && proves(frame.strength),
  own: ownTime(frame.instant),
  bytes: bytesIn(frame.bytes),
  event: frame.event ?? '',
  zone: frame.zone,
  is: isTurn(frame.turn) ? frame.turn : null,
});

const named = (call: Call | null): Run['took'] => {
  if (call === null) return null;
  const { receiver, event, grade, path, how, strength, zone, turn, address, fromPort, simulated } = call.frame;
  if (event === null || !isGrade(grade) || !isEvidenceHow(how) || !isStrength(strength)) return null;
  return {
    frame: call.id,
    receiver: receiver === null ? null : sure(isElementId, receiver),
    event,
    grade,
    path: path === null ? null : sure(isElementId, path),
    how,
    strength,
    zone,
    is: isTurn(turn) ? turn : null,
    source: { address, port: fromPort },
    received: instant(call.at),
    simulated,
  };
};

/** The entry of a drill that was put back, as the desk's calls have it. */
export const runOf = (drill: Drilling, over: number, now: DrillNow<Call>, words: string): Run => ({
  drill: drill.drill,
  path: drill.path,
  begun: instant(drill.begun),
  over: instant(over),
  since: now.since === null ? null : instant(now.since),
  took: named(now.took),
  back: named(now.back),
  kept: now.kept.map(({ made, call }) => ({
    at: instant(made.at),
    zone: made.zone,
    is: made.is,
    frame: named(call),
    own: call?.own == null ? null : instant(call.own),
  })),
  lost: named(now.lost),
  seen: now.seen === null ? null : { ...now.seen, to: instant(now.seen.to) },
  simulated: (now.took ?? now.back ?? now.lost)?.frame.simulated ?? false,
  words: words.trim().slice(0, 500),
});

/** Why a drill can't be closed yet; null where it can. */
export const notClosable = ({ drill, over, made }: Drilling, { back, kept }: DrillNow<Call>): string | null => {
  const { way } = drillRow(drill);
  if (over === null) return 'Put it back first: a cable left out after a drill is a dead station.';
  if (way === 'kept' && made.length === 0) return 'Say what you made meanwhile, and when; else there is nothing that could have been kept.';
  if (back === null)
    return way === 'dark'
      ? 'It is closed once the station has called by itself.'
      : 'It is closed once the first path is seen again at the desk: make the unit call.';
  return kept.some(({ call }) => call === null) ? 'Not all that you made has come yet. Close it as it is, or wait.' : null;
};
