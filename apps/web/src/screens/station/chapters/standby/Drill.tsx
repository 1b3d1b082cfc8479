// A drill in plain form: begun with its kind and the path that is cut; what arrives shows; closed with the calls that the desk heard.
import { useState } from 'react';
import { isElementId, sure } from '@green-lamp/core/name';
import { type DrillKind, drillKinds, isEvidenceHow, isStrength, isTurn, proves } from '@green-lamp/core/evidence';
import { standsBehind } from '@green-lamp/core/lamp';
import { isGrade } from '@green-lamp/core/name';
import { instant, inWords } from '@green-lamp/core/quantity';
import { mask } from '@green-lamp/core/wire';
import { Choose, Field } from '../../../../parts/Field.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { frameWords } from '../../../../parts/frame-words.ts';
import { putDraft, useDraft } from '../../../../parts/use-draft.ts';
import { append, type Draft } from '../../../../store/append.ts';
import { sharedNow } from '../../../../store/device.ts';
import { tell } from '../../../../store/live.ts';
import { useFrames } from '../../../../store/use-frames.ts';
import type { Station } from '../../../../store/use-station.ts';
import { useNow } from '../../../../store/use-stream.ts';
import type { FrameView } from '@green-lamp/core/api';
import { plannedGap } from '@green-lamp/core/walk';
import { sayDuration } from './say-duration.ts';

const kindWords: { readonly [K in DrillKind]: string } = {
  'link loss': 'The plug or the card is pulled.',
  'soft failure': 'The link stays up, and nothing lies beyond it.',
  'supply loss': 'The path’s own device is without power.',
};

type Named = (Draft & { kind: 'drill.run' })['data']['took'];
const named = (frame: FrameView): Named => {
  const { receiver, event, grade, path, how, strength, zone, turn, address, fromPort, simulated } = frame;
  if (event === null || !isGrade(grade) || !isEvidenceHow(how) || !isStrength(strength)) return null;
  return {
    frame: frame.id,
    receiver: receiver === null ? null : sure(isElementId, receiver),
    event,
    grade,
    path: path === null ? null : sure(isElementId, path),
    how,
    strength,
    zone,
    is: isTurn(turn) ? turn : null,
    source: { address, port: fromPort },
    received: instant(frame.at),
    simulated,
  };
};

const tenSeconds = 10_000;

/** What the sheet lets expect of the gap, and how what was measured lies to it. */
const Computed = ({ station, drill, measured, ran }: { station: Station; drill: DrillKind; measured: number | null; ran: number }) => {
  const of = plannedGap(station.state);
  if (of === null)
    return (
      <p className="text-note text-ink-2">
        How long it should take can’t be worked out: the sheet does not say how the first path is probed.
      </p>
    );
  const { least, expected, p95, worst } = of.gap;
  const lies =
    measured === null
      ? ran > worst
        ? 'Longer than the worst that was computed: look whether the unit has noticed at all. A unit that tests once a day stays silent after the cut: make it call.'
        : ''
      : measured < least
        ? 'Shorter than the least that was computed: it was noticed by another sign than the probes, or the cut was earlier.'
        : measured > worst
          ? 'Longer than the worst that was computed: what the unit waits by itself comes on top, or a call had to be due first.'
          : measured > p95
            ? 'Among the slowest 5 in 100 that were computed.'
            : 'As computed.';
  return (
    <p>
      Computed{drill === 'link loss' && of.probing !== null ? ' by its probes; the link’s own sign may be faster' : ''}:{' '}
      {sayDuration(least)} to {sayDuration(worst)}, {sayDuration(expected)} on average.
      {measured !== null && ` Measured: ${sayDuration(measured)}.`} <strong>{lies}</strong>
    </p>
  );
};

const likely = ({ strength }: FrameView): boolean => isStrength(strength) && proves(strength);

const Begin = ({ station }: { station: Station }) => {
  const [kind, setKind] = useState<string>(drillKinds[0]);
  const uses = station.line.strands.map(({ use }) => use);
  const firsts = uses.filter((cut) => uses.some((by) => standsBehind(by, cut)));
  const [path, setPath] = useState<string>(firsts[0]?.path ?? '');
  const [agreed, setAgreed] = useState('');
  const drill = drillKinds.find((one) => one === kind);
  const soft = drill === 'soft failure';
  const why =
    uses.length < 2
      ? 'A drill needs a second path on the sheet.'
      : soft && agreed.trim() === ''
        ? 'Somebody at the client agrees to it first: it takes more than this station off the network.'
        : null;
  const begin = (ago: number): void => {
    if (drill === undefined || !isElementId(path)) return;
    append(station.stream, [
      { kind: 'drill.begun', data: { drill, path, words: soft ? `Agreed with ${agreed.trim()}.`.slice(0, 300) : '' } },
    ]).then(([id]) => putDraft(`drill-ago:${id ?? ''}`, String(ago)), tell);
  };
  return (
    <div className="flex max-w-xl flex-col gap-2">
      <Choose
        label="Kind of failure"
        value={kind}
        change={setKind}
        of={drillKinds.map((one) => ({ value: one, label: one }))}
        hint={drill === undefined ? undefined : kindWords[drill]}
      />
      <Choose
        label="Path that is cut"
        value={path}
        change={setPath}
        of={firsts.map((use) => ({ value: use.path, label: station.speaker.element(use.path) }))}
      />
      {soft && <Field label="Who at the client agreed" value={agreed} change={setAgreed} />}
      <div className="flex flex-wrap gap-2">
        <Press why={why} onPress={() => begin(0)}>
          Begin the drill, then cut the path
        </Press>
        <Press why={why} onPress={() => begin(tenSeconds)}>
          I cut it ten seconds ago
        </Press>
      </div>
    </div>
  );
};

const Running = ({ station, drill }: { station: Station; drill: NonNullable<Station['state']['drill']> }) => {
  const now = useNow(1000);
  const [put, setPut] = useDraft(`drill-over:${drill.pos.id}`, '');
  const over = put === '' ? null : Number(put);
  const [words, setWords] = useDraft(`drill-words:${drill.pos.id}`, '', mask);
  const { frames } = useFrames({ station: station.stream });
  const [ago] = useDraft(`drill-ago:${drill.pos.id}`, '0');
  // With gloves on nobody presses in the very moment: by ten seconds it may have been cut before.
  const begun = drill.pos.ord - (Number(ago) || 0);
  const uses = station.line.strands.map(({ use }) => use);
  const cutUse = uses.find((use) => use.path === drill.path);
  const behind = new Set<string>(uses.filter((by) => cutUse !== undefined && standsBehind(by, cutUse)).map((use) => use.path));
  const arrived = [...(frames ?? [])].filter((frame) => frame.at >= begun && frame.strength !== 'impossible').sort((a, b) => a.at - b.at);
  const took = arrived.find((frame) => frame.path !== null && behind.has(frame.path) && likely(frame)) ?? null;
  const cut = arrived.find((frame) => frame.path === drill.path && likely(frame) && (over === null || frame.at < over));
  const back = over === null ? null : (arrived.find((frame) => frame.path === drill.path && likely(frame) && frame.at >= over) ?? null);
  const close = (): void => {
    const end = instant(Math.round(over ?? sharedNow()));
    const [first, last] = [took === null ? null : named(took), back === null ? null : named(back)];
    const data = {
      drill: drill.drill,
      path: drill.path,
      begun: instant(Math.round(begun)),
      over: end,
      took: first,
      back: last,
      words: words.trim(),
    };
    append(station.stream, [{ kind: 'drill.run', data: { ...data, simulated: took?.simulated ?? back?.simulated ?? false } }]).catch(tell);
  };
  const name = (id: string): string => station.speaker.element(sure(isElementId, id));
  return (
    <div className="flex flex-col gap-2" aria-live="polite">
      <p>
        <strong>
          Drill runs: {drill.drill} of {station.speaker.element(drill.path)}
        </strong>
        , for {inWords(Math.max(0, now - begun))}.
      </p>
      {cut !== undefined && (
        <p className="border-l-4 border-ink pl-2">
          A call came by the path that should be cut: it is not cut. Put this drill aside and begin again.
        </p>
      )}
      <Computed station={station} drill={drill.drill} measured={took === null ? null : took.at - begun} ran={now - begun} />
      <p>
        {took === null
          ? 'No call by another path yet.'
          : `By the standby after ${inWords(took.at - begun)}: ${frameWords(took, name)}${took.simulated ? ', simulated' : ''}.`}
      </p>
      {over !== null && (
        <p>{back === null ? 'Put back; no call by the path itself yet.' : `Back by the path itself after ${inWords(back.at - over)}.`}</p>
      )}
      {over === null && (
        <Press
          onPress={() => {
            setPut(String(sharedNow()));
          }}
        >
          Put the path back now
        </Press>
      )}
      <Field label="What was seen (optional)" value={words} change={setWords} />
      <div className="flex flex-wrap gap-2">
        <Press
          why={
            over === null
              ? 'Put the path back first: a cable left out after a drill is a dead station.'
              : back === null
                ? 'It is closed once the first path is seen again at the desk: make the unit call.'
                : null
          }
          onPress={close}
        >
          Close the drill
        </Press>
        <Press onPress={() => void append(station.stream, [{ kind: 'drill.ended', data: { words: words.trim() } }]).catch(tell)}>
          Put it aside
        </Press>
      </div>
    </div>
  );
};

export const Drill = ({ station }: { station: Station }) => {
  const { drill } = station.state;
  return (
    <section aria-label="Drill" className="border-t border-rule pt-2">
      {drill === null ? <Begin station={station} /> : <Running key={drill.pos.id} station={station} drill={drill} />}
    </section>
  );
};
