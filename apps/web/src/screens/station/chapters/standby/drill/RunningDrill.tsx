// A drill that runs: what came by each path, when the unit is to be made to call, how it lies to what was computed, and its end with the calls that the desk heard.
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { isElementId, settingKey, sure } from '@green-lamp/core/name';
import { drillRow } from '@green-lamp/core/evidence';
import { type Drilling, wanted } from '@green-lamp/core/journal';
import { isApart, makeables } from '@green-lamp/core/lamp';
import { instant, inWords } from '@green-lamp/core/quantity';
import { drillAsks, drillNow, gapLies, type GapLies, gapSpeaksOf, plannedGap, returnAfter } from '@green-lamp/core/walk';
import { mask } from '@green-lamp/core/wire';
import { crossingWays, notAskedSince } from '../../../../../commands/through.ts';
import { Choose, Field } from '../../../../../parts/Field.tsx';
import { Press } from '../../../../../parts/Press.tsx';
import { frameWords } from '../../../../../parts/frame-words.ts';
import { useDraft } from '../../../../../parts/use-draft.ts';
import { append, type Draft } from '../../../../../store/append.ts';
import { sharedNow } from '../../../../../store/device.ts';
import { tell } from '../../../../../store/live.ts';
import { useFrames } from '../../../../../store/use-frames.ts';
import type { Station } from '../../../../../store/use-station.ts';
import { useNow } from '../../../../../store/use-stream.ts';
import { sayDuration } from '../say-duration.ts';
import { callOf, notClosable, runOf } from './calls.ts';
import { DrillChart } from './DrillChart.tsx';
import { backInYard, nextInYard, useYardDrill } from './yard-drill.ts';

const lies: { readonly [L in GapLies]: string } = {
  'as computed': 'As computed.',
  slowest: 'Among the slowest 5 in 100 that were computed.',
  longer: 'Longer than the worst that was computed: what the unit waits by itself comes on top, or a call had to be due first.',
  shorter: 'Shorter than the least that was computed: it was noticed by another sign than the probes, or the cut was earlier.',
  open: 'It may be as computed: a call at the least, the expected and the worst instant would say more.',
};
const askSays = { least: 'At the least computed', expected: 'At the expected', worst: 'At the worst' } as const;

type Mark = (Draft & { kind: 'drill.marked' })['data'];

/** When to make the unit call, since one that tests once a day is silent after the cut. */
const Asks = ({ drill, asks, now, ask }: { drill: Drilling; asks: ReturnType<typeof drillAsks>; now: number; ask: () => void }) => {
  const next = asks[drill.asked.length] ?? null;
  return (
    <div className="flex flex-wrap items-center gap-3">
      <Press onPress={ask}>I made the unit call now</Press>
      <p className="min-w-60 grow basis-0">
        {next === null ? (
          'A unit that tests once a day is silent after the cut: make it call now and then, and say so here. The switch lies between two of them.'
        ) : (
          <>
            <strong>
              {askSays[next.is]}, {next.at > now ? `in ${inWords(next.at - now)}` : 'now'}:
            </strong>{' '}
            make the unit call, and press this. The switch lies between two of them.
          </>
        )}
        {drill.asked.length > 0 && ` Made to call ${drill.asked.length === 1 ? 'once' : `${drill.asked.length} times`}.`}
      </p>
    </div>
  );
};

/** Events that are made while nothing leads out. */
const MadeMeanwhile = ({ station, drill, mark }: { station: Station; drill: Drilling; mark: (of: Partial<Mark>) => void }) => {
  const events = makeables({ state: station.state, profiles: station.rules.profiles });
  const [chosen, setChosen] = useState('0');
  const event = events[Number(chosen)];
  return (
    <div className="flex flex-wrap items-end gap-3">
      <div className="w-64">
        <Choose
          label="Event you make at the unit"
          value={chosen}
          change={setChosen}
          of={events.map(({ what, is }, i) => ({ value: String(i), label: `${what}${is === 'restoral' ? ', at rest again' : ''}` }))}
        />
      </div>
      <Press
        onPress={() => {
          if (event !== undefined)
            mark({ mark: 'made', zone: event.zone, is: event.zone === null ? null : event.is, words: event.what.slice(0, 300) });
        }}
      >
        I made it now
      </Press>
      <p>{drill.made.length === 0 ? 'Nothing is made yet.' : `Made so far: ${drill.made.length}.`}</p>
    </div>
  );
};

export const RunningDrill = ({ station, drill }: { station: Station; drill: Drilling }) => {
  const now = useNow(1000);
  const { frames } = useFrames({ station: station.stream }, { page: 200 });
  const [words, setWords] = useDraft(`drill-words:${drill.pos.id}`, '', mask);
  const { way, back: putBack } = drillRow(drill.drill);
  const uses = station.line.strands.map(({ use }) => use);
  const calls = useMemo(() => (frames ?? []).filter(({ strength }) => strength !== 'impossible').map(callOf), [frames]);
  const came = drillNow(drill, uses, calls);
  const planned = gapSpeaksOf(drill.drill) ? plannedGap(station.state) : null;
  const asks = way === 'over' ? drillAsks(drill.begun, planned?.gap ?? null) : [];
  const close = async (): Promise<void> => {
    if (drill.over !== null) await append(station.stream, [{ kind: 'drill.run', data: runOf(drill, drill.over, came, words) }]);
  };
  const mark = (of: Partial<Mark>): void => {
    const data = { mark: 'asked' as const, at: instant(Math.round(sharedNow())), zone: null, is: null, words: '', ...of };
    append(station.stream, [{ kind: 'drill.marked', data }]).catch(tell);
  };
  // The yard asks once in a drill; a person is told until it was asked when it counts.
  const through = way === 'over' ? notAskedSince(station.state, drill.by === 'yard' ? drill.begun : (came.took?.at ?? now)) : [];
  const askedAt = asks.length > 0 ? asks.map(({ at }) => at) : [5, 30, 90].map((s) => drill.begun + s * 1000);
  useYardDrill(station.stream, drill, nextInYard(drill, now, { ...came, asks: askedAt, through }), { close, through });
  const name = (id: string): string => station.speaker.element(sure(isElementId, id));
  const said = ({ frame }: (typeof calls)[number]): string => `${frameWords(frame, name)}${frame.simulated ? ', simulated' : ''}`;
  const why = notClosable(drill, came);
  const incomplete = why !== null && drill.over !== null && came.back !== null;
  const holdDown = wanted(station.state, settingKey('path', drill.path, 'holdDown'));
  const hold = returnAfter(drill.drill, typeof holdDown === 'number' ? holdDown : null);
  const gap =
    came.took === null
      ? null
      : { least: came.since === null ? 0 : Math.max(0, came.since - drill.begun), most: came.took.at - drill.begun };
  const whole = way === 'dark' || way === 'kept';
  const cut = uses.find(({ path }) => path === drill.path);
  const apart = way === 'over' && cut !== undefined && isApart(cut, uses);
  return (
    <div className="flex flex-col gap-3">
      <p aria-live="polite">
        <strong>
          Drill runs: {drill.drill}
          {!whole && ` of ${station.speaker.element(drill.path)}`}
        </strong>
        {drill.by === 'yard' && ', by the yard'}, for {inWords(Math.max(0, now - drill.begun))}.
      </p>
      {came.uncut !== null && (
        <p className="border-l-4 border-ink pl-2" role="alert">
          A call came by {came.uncut.path === null ? 'a path' : station.speaker.element(came.uncut.path)}, which should be cut: it is not.
          Put this drill aside and begin again.
        </p>
      )}
      {way === 'over' && drill.over === null && <Asks drill={drill} asks={asks} now={now} ask={() => mark({ mark: 'asked' })} />}
      {way === 'kept' && drill.over === null && <MadeMeanwhile station={station} drill={drill} mark={mark} />}
      {drill.over === null && (
        <div>
          <Press onPress={() => (drill.by === 'yard' ? void backInYard(station.stream, drill).catch(tell) : mark({ mark: 'put back' }))}>
            {way === 'dark' ? 'The supply is on again now' : 'Put the path back now'}
          </Press>
        </div>
      )}
      <div aria-live="polite" className="flex flex-col gap-1">
        {way === 'over' && planned === null && (
          <p className="text-note text-ink-2">
            How long it should take can’t be worked out: the sheet does not say how the first path is probed.
          </p>
        )}
        {planned !== null && (
          <p>
            Computed
            {drill.drill === 'link loss' && planned.probing !== null ? ' by its probes; the link’s own sign may be faster' : ''}:{' '}
            {sayDuration(planned.gap.least)} to {sayDuration(planned.gap.worst)}, {sayDuration(planned.gap.expected)} on average.
            {gap !== null &&
              ` Measured: ${gap.least === 0 ? `within ${sayDuration(gap.most)}` : `between ${sayDuration(gap.least)} and ${sayDuration(gap.most)}`}.`}{' '}
            <strong>
              {gap !== null
                ? lies[gapLies(planned.gap, gap)]
                : now - drill.begun > planned.gap.worst
                  ? 'Longer than the worst that was computed: look whether the unit has noticed at all, and make it call.'
                  : ''}
            </strong>
          </p>
        )}
        {!whole && (
          <p>
            {came.took === null
              ? way === 'slow'
                ? 'No call yet.'
                : `No call by another path yet.${drill.drill === 'supply loss' ? ' If nothing comes at all, one fuse or supply feeds both.' : ''}`
              : `${way === 'slow' ? 'First call' : apart ? 'By another path' : 'By the standby'} after ${inWords(came.took.at - drill.begun)}: ${said(came.took)}.`}
          </p>
        )}
        {came.lost !== null && <p>It said that it was without supply: {said(came.lost)}.</p>}
        {way === 'kept' &&
          came.kept.map(({ made, call }, i) => (
            <p key={`${made.at} ${i}`}>
              {made.words === '' ? 'Event' : made.words}, {station.speaker.when(made.at)}:{' '}
              {call === null
                ? 'not here yet.'
                : `came after ${inWords(call.at - made.at)}${call.own === null ? ', without a time of its own' : `, with its own time, ${inWords(Math.abs(call.own - made.at))} from yours`}.`}
            </p>
          ))}
        {drill.over === null ? (
          <>
            {drill.by !== 'yard' && came.took !== null && through.length > 0 && (
              <p>
                <Link className="link inline-flex min-h-11 items-center" to={`/stations/${station.stream}/standby?part=tunnel`}>
                  Before you put it back, ask through the tunnel
                </Link>{' '}
                ({through.map(({ way: to }) => crossingWays[to]).join(', ')}): the standby carries it now, and only in a drill does that
                show.
              </p>
            )}
            <p className="text-note text-ink-2">{putBack}</p>
          </>
        ) : (
          <p>
            {came.back === null
              ? `Put back ${inWords(Math.max(0, now - drill.over))} ago; ${way === 'dark' || apart ? 'no call yet' : 'no call by the path itself yet'}.${hold > 0 ? ` It may take ${inWords(hold)} by its return delay${drill.drill === 'refused card' ? ' and what a refused modem waits' : ''}.` : ''}`
              : `Back ${way === 'dark' || apart ? 'with a call' : 'by the path itself'} after ${inWords(came.back.at - drill.over)}${hold > 0 && came.back.at - drill.over < hold ? ', sooner than its return delay' : ''}.`}
            {came.seen !== null &&
              ` By the standby ${came.seen.byOthers === 1 ? 'one call' : `${came.seen.byOthers} calls`}, ${came.seen.bytes} B; ${came.seen.late} late; changes of path since: ${came.seen.flaps}.`}
          </p>
        )}
      </div>
      {apart && (
        <p className="text-note text-ink-2">
          The first path carries the calls meanwhile. That this one is in again shows only when a call comes by it: cut the first path after
          this.
        </p>
      )}
      <Field label="What was seen (optional)" value={words} change={setWords} />
      <div className="flex flex-wrap gap-2">
        <Press why={incomplete ? null : why} onPress={() => void close().catch(tell)}>
          {incomplete ? 'Close it: not all has come' : 'Close the drill'}
        </Press>
        <Press onPress={() => void append(station.stream, [{ kind: 'drill.ended', data: { words: words.trim() } }]).catch(tell)}>
          Put it aside
        </Press>
      </div>
      {/* Last, since it is the least that somebody with a cable in hand presses. */}
      <DrillChart station={station} drill={drill} uses={uses} calls={calls} asks={asks} now={now} />
    </div>
  );
};
