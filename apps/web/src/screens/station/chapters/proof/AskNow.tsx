// Asked and answered: somebody makes an event now, and the call that answers it is waited for. A call that merely arrives may be yesterday's.
import { useState } from 'react';
import type { Challenge } from '@green-lamp/core/journal';
import type { ElementId } from '@green-lamp/core/name';
import { inWords } from '@green-lamp/core/quantity';
import { judging, type Makeable, makeables } from '@green-lamp/core/lamp';
import { askPlan, askTimes, askTimesOf, cameAsMeant, nextAsk, openChallenges } from '@green-lamp/core/walk';
import { askEvent, dropEvent, pressEvent } from '../../../../commands/challenge.ts';
import { askedFor } from '../../../../parts/asked-words.ts';
import { SayWindow, type Saying } from '../../../../parts/SayWindow.tsx';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';
import { EventAndPath } from './EventAndPath.tsx';
import { useNow } from '../../../../store/use-stream.ts';

/** Seconds as they are read from across a cabinet: 6.2 s, later whole ones. */
const took = (ms: number): string => (ms < 60_000 ? `${(ms / 1000).toFixed(1)} s` : inWords(Math.round(ms / 1000) * 1000));

const Waiting = ({ station, one, now, drop }: { station: Station; one: Challenge; now: number; drop: () => void }) => {
  const { usual, late } = askTimesOf({ state: station.state, profiles: station.rules.profiles }, one);
  const ran = one.pressed === null ? null : Math.max(0, now - one.pressed);
  return (
    <li className="flex flex-wrap items-center gap-x-4 border-b border-rule py-1">
      <span className="mono min-w-20 text-head font-bold" role="timer" aria-label={`Since ${askedFor(one)} was made`}>
        {ran === null ? '–' : `${Math.floor(ran / 1000)} s`}
      </span>
      <span className="min-w-52 grow basis-0">
        <strong>{askedFor(one)}</strong>
        {one.path !== null && `, over ${station.speaker.element(one.path)}`}
        <span className="block text-note text-ink-2">
          {ran === null
            ? 'Not made yet.'
            : ran > late
              ? 'Late: nothing has come. Look whether the unit dials, and by which path.'
              : `Usually ${inWords(usual)}, late at ${inWords(late)}.`}
        </span>
      </span>
      {ran === null && (
        <button
          type="button"
          className="button"
          onClick={() => {
            pressEvent(station, one).catch(tell);
          }}
        >
          I make it now
        </button>
      )}
      <button type="button" className="quiet" aria-label={`Put aside: ${askedFor(one)}`} onClick={drop}>
        Put aside
      </button>
    </li>
  );
};

const Answered = ({ station, one }: { station: Station; one: Challenge }) => {
  const { answered, pressed, path } = one;
  if (answered === null || pressed === null) return null;
  return (
    <li className="border-b border-rule py-1">
      <strong>{askedFor(one)}</strong>: answered after {took(Math.max(0, answered.at - pressed))}, {station.speaker.when(answered.at)}
      {answered.path === null ? ', path unknown' : `, over ${station.speaker.element(answered.path)}`}
      {answered.simulated && ', simulated'}
      {!cameAsMeant(one) && path !== null && <strong>. Not over {station.speaker.element(path)}, as it was meant</strong>}.
    </li>
  );
};

export const AskNow = ({ station }: { station: Station }) => {
  const now = useNow(1000);
  const { state } = station;
  const [chosen, setChosen] = useState<{ readonly of: Makeable; readonly path: ElementId | null } | null>(null);
  const [saying, setSaying] = useState<Saying | null>(null);
  const j = judging(state, { ...station.rules, heard: station.beside?.heard ?? [], now });
  const next = nextAsk(j);
  const all = makeables(j);
  const left = askPlan(j).length;
  const open = openChallenges(state, now);
  const answered = state.challenges.filter((one) => one.answered !== null);
  const of = chosen?.of ?? next?.of ?? all[0];
  const path = chosen === null ? (next?.path ?? null) : chosen.path;
  if (of === undefined) return null;
  return (
    <section aria-label="Make an event now" className="mb-5">
      <h3 className="border-b border-rule-2 font-bold">
        Make an event now{' '}
        <span className="font-normal text-ink-2">{left === 0 ? 'all that is asked has come' : `${left} still to make`}</span>
      </h3>
      <EventAndPath
        station={station}
        all={all}
        of={of}
        path={path}
        anyPath="whichever path"
        change={(event, over) => setChosen({ of: event, path: over })}
        make={() => {
          askEvent(station, of, path).then(() => setChosen(null), tell);
        }}
      />
      {askTimes(j, of).armed !== null && (
        <p className="border-l-2 border-ink pl-2 font-semibold">
          Its area is delayed: arm it first, let the exit delay of {inWords(askTimes(j, of).armed ?? 0)} run, then make the event.
        </p>
      )}
      <ul aria-label="Waited for">
        {open.map((one) => (
          <Waiting
            key={one.id}
            station={station}
            one={one}
            now={now}
            drop={() => {
              setSaying({
                title: `Put aside: ${askedFor(one)}`,
                label: 'Why',
                must: true,
                button: 'Put it aside',
                say: (reason) => void dropEvent(station, one, reason),
              });
            }}
          />
        ))}
      </ul>
      {answered.length > 0 && (
        <ul aria-label="Answered">
          {answered.slice(-3).map((one) => (
            <Answered key={one.id} station={station} one={one} />
          ))}
        </ul>
      )}
      {saying !== null && (
        <SayWindow
          saying={saying}
          close={() => {
            setSaying(null);
          }}
        />
      )}
    </section>
  );
};
