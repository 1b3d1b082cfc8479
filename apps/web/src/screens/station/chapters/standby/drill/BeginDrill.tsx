// A drill is begun: its kind, the path that is cut, how it is made safely, who has agreed; counted down, already made with gloves on, or made by the yard.
import { useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import { isElementId, settingKey } from '@green-lamp/core/name';
import { drillRow, isDrillKind } from '@green-lamp/core/evidence';
import { wanted } from '@green-lamp/core/journal';
import { isApart } from '@green-lamp/core/lamp';
import { drillChoices } from '@green-lamp/core/walk';
import { Choose, Field } from '../../../../../parts/Field.tsx';
import { Press } from '../../../../../parts/Press.tsx';
import { append } from '../../../../../store/append.ts';
import { tell } from '../../../../../store/live.ts';
import type { Station } from '../../../../../store/use-station.ts';
import { lookAtYard, useYard } from '../../../../../store/yard.ts';
import { cutInYard } from './yard-drill.ts';

const tenSeconds = 10_000;
const counts = 3;

/** Counts down once a second, then does it. */
const CountDown = ({ done, stop }: { done: () => void; stop: () => void }) => {
  const [left, setLeft] = useState(counts);
  useEffect(() => {
    const timer = setTimeout(() => {
      if (left > 1) setLeft(left - 1);
      else done();
    }, 1000);
    return () => {
      clearTimeout(timer);
    };
  }, [left, done]);
  return (
    <div className="flex items-center gap-4">
      <span className="mono text-timer font-semibold" role="timer" aria-live="assertive">
        {left}
      </span>
      <span>Cut it at nought.</span>
      <Press onPress={stop}>Not yet</Press>
    </div>
  );
};

export const BeginDrill = ({ station }: { station: Station }) => {
  const choices = drillChoices(
    station.line.strands.map(({ use }) => use),
    ({ sim }) => sim !== null && wanted(station.state, settingKey('sim', sim, 'rack')) === true,
  );
  const [asked] = useSearchParams();
  const [kind, setKind] = useState<string>(asked.get('cut') ?? '');
  const [path, setPath] = useState<string>(asked.get('of') ?? '');
  const [agreed, setAgreed] = useState('');
  const [counting, setCounting] = useState(false);
  const [waits, setWaits] = useState(false);
  const places = useYard(({ places: all }) => all[station.stream] ?? null);
  useEffect(() => {
    lookAtYard(station.stream).catch(tell);
  }, [station.stream]);
  const choice = choices.find(({ drill }) => drill === kind) ?? choices[0];
  const use = choice?.paths.find((one) => one.use.path === path) ?? choice?.paths[0];
  if (choice === undefined || use === undefined) return <p>A drill needs a path on the sheet.</p>;
  const row = drillRow(choice.drill);
  const one = row.way === 'dark' || row.way === 'kept';
  const apart =
    row.way === 'over' &&
    isApart(
      use.use,
      station.line.strands.map((strand) => strand.use),
    );
  const why =
    row.agreed && agreed.trim() === ''
      ? 'Somebody at the client agrees to it first: it takes more than this station off the network.'
      : null;
  const begin = async (ago: number, by: 'hand' | 'yard'): Promise<void> => {
    setCounting(false);
    const words = row.agreed ? `Agreed with ${agreed.trim()}.`.slice(0, 300) : '';
    if (!isElementId(use.use.path)) return;
    // The yard cuts at once: begun before it, a call that is under way would come by the path that is cut.
    if (by === 'yard') {
      setWaits(true);
      await cutInYard(station.stream, choice.drill, use.use.path).finally(() => setWaits(false));
    }
    await append(station.stream, [{ kind: 'drill.begun', data: { drill: choice.drill, path: use.use.path, ago, by, words } }]);
  };
  return (
    <div className="flex max-w-xl flex-col gap-2">
      <Choose
        label="Kind of failure"
        value={choice.drill}
        change={setKind}
        of={choices.map(({ drill }) => ({ value: drill, label: drill }))}
        hint={isDrillKind(choice.drill) ? row.is : undefined}
      />
      {!one && (
        <Choose
          label="Path that is cut"
          value={use.use.path}
          change={setPath}
          of={choice.paths.map(({ use: { path: of } }) => ({ value: of, label: station.speaker.element(of) }))}
        />
      )}
      <p>
        <strong>How: </strong>
        {use.make}
      </p>
      {apart && (
        <p>
          Nothing stands behind this path: cut, it shows whether the others need its cable, card or supply, and is no drill of the standby.
          Cut the first path after it, so that this one is seen to be in again.
        </p>
      )}
      {row.agreed && <Field label="Who at the client agreed" value={agreed} change={setAgreed} />}
      {counting ? (
        <CountDown
          done={() => void begin(0, 'hand').catch(tell)}
          stop={() => {
            setCounting(false);
          }}
        />
      ) : (
        <div className="flex flex-wrap gap-2">
          <Press why={why} onPress={() => setCounting(true)}>
            Count 3, 2, 1, then cut
          </Press>
          <Press why={why} onPress={() => void begin(0, 'hand').catch(tell)}>
            I cut it now
          </Press>
          <Press why={why} onPress={() => void begin(tenSeconds, 'hand').catch(tell)}>
            I cut it ten seconds ago
          </Press>
          {places !== null && (
            <Press why={waits ? 'It waits until its unit has no call under way.' : why} onPress={() => void begin(0, 'yard').catch(tell)}>
              Let the yard drill it
            </Press>
          )}
        </div>
      )}
      {places !== null && <p className="text-note text-ink-2">The yard runs for this station: what it drills is marked simulated.</p>}
    </div>
  );
};
