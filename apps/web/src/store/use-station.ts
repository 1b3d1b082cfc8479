// One station as the screens see it: its state with what waits, its line, its findings, the step in hand.
import { useMemo } from 'react';
import type { Stream } from '@green-lamp/core/name';
import { check, type Finding } from '@green-lamp/core/check';
import { canonical, hashOf, type Speaker, speakerOf, type State } from '@green-lamp/core/journal';
import { asItRuns, asPlanned, lamps, type Line, type Rules, rulesOf } from '@green-lamp/core/lamp';
import type { Instant } from '@green-lamp/core/quantity';
import { aroundOf, deviceWork, type DeviceWork, type NextStep, nextStep, zoneOf } from '@green-lamp/core/walk';
import { db, type StreamRow } from './db.ts';
import type { Folded } from './fold.ts';
import { type Published, publishedHere } from './rules.ts';
import { type People, useLiveQuery, useNow, usePeople, useStream } from './use-stream.ts';

export type Station = {
  readonly stream: Stream;
  readonly state: State;
  readonly entries: Folded['entries'];
  readonly line: Line;
  readonly rules: Rules;
  readonly published: Published;
  readonly findings: readonly Finding[];
  readonly findingsAsItRuns: readonly Finding[];
  readonly step: NextStep;
  readonly work: readonly DeviceWork[];
  readonly speaker: Speaker;
  readonly zone: string;
  readonly now: Instant;
  readonly beside: StreamRow | null;
  /** Fingerprint of what the server has kept, folded here. */
  readonly fingerprint: string;
  readonly head: string | null;
};

const stationOf = (
  stream: Stream,
  {
    folded,
    beside,
    published,
    people,
    now,
  }: { folded: Folded; beside: StreamRow | null; published: Published; people: People; now: Instant },
): Station => {
  const { state } = folded;
  const traits = new Map((beside?.traits ?? []).map((of) => [of.ref, of]));
  const rules = rulesOf(state, published);
  const by = { ...rules, heard: beside?.heard ?? [], now };
  const around = aroundOf(state, {
    ...by,
    traits: (ref) => traits.get(ref) ?? null,
    ...(beside?.here == null ? {} : { here: beside.here }),
  });
  const line = lamps(state, by);
  const findings = check(asPlanned(state), around);
  const zone = zoneOf(state);
  return {
    stream,
    state,
    entries: folded.entries,
    line,
    rules,
    published,
    findings,
    findingsAsItRuns: check(asItRuns(state), around),
    step: nextStep(state, line, findings, rules.profiles),
    work: deviceWork(state, rules.profiles),
    speaker: speakerOf(state, (person) => people[person] ?? null, now, zone),
    zone,
    now,
    beside,
    fingerprint: hashOf(canonical(folded.kept)),
    head: beside?.head?.link ?? null,
  };
};

/** 'asking' until this browser's own store has answered; 'none' where neither it nor the desk knows the station. Judged again only where something came in or the clock moved on. */
export const useStation = (stream: Stream): Station | 'asking' | 'none' => {
  const folded = useStream(stream);
  const people = usePeople();
  const beside = useLiveQuery(async () => (await db.streams.get(stream)) ?? null, [stream]);
  const published = useLiveQuery(publishedHere, []);
  const now = useNow();
  return useMemo(() => {
    if (folded === undefined || beside === undefined || published === undefined) return 'asking';
    if (folded.state.station === null) return beside?.asOf == null && folded.state.count === 0 ? 'asking' : 'none';
    return stationOf(stream, { folded, beside, published, people, now });
  }, [stream, folded, beside, published, people, now]);
};
