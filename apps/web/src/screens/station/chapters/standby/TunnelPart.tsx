// A tunnel, a path over the paths: what it takes of each packet and costs a month, and its proof: what a host at each end printed when it asked one at the other.
import { useState } from 'react';
import { type ElementId, plainText, settingKey } from '@green-lamp/core/name';
import { wanted } from '@green-lamp/core/journal';
import { crossingWords, type TunnelResult, verdictWords } from '@green-lamp/core/lamp';
import { showFigure } from '@green-lamp/core/quantity';
import { type TunnelFigures, tunnelFigures } from '@green-lamp/core/walk';
import { mask, readPing } from '@green-lamp/core/wire';
import { Choose, Field } from '../../../../parts/Field.tsx';
import { LampMark } from '../../../../parts/LampMark.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { Empty } from '../../../../parts/State.tsx';
import { useDraft } from '../../../../parts/use-draft.ts';
import { append } from '../../../../store/append.ts';
import { keepCapture } from '../../../../commands/take.ts';
import { askByYard, crossingWays, type CrossingWay, questionsThrough, takeCrossing } from '../../../../commands/through.ts';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';
import { useYard } from '../../../../store/yard.ts';

const Figures = ({ station, of }: { station: Station; of: TunnelFigures }) => (
  <p className="text-note">
    {of.inner === null || of.outer === null
      ? 'How large a packet may be inside can’t be worked out: the sheet lacks its kind, or the path’s largest packet.'
      : `The path’s largest packet is ${showFigure(of.outer, 'B')}; inside, ${showFigure(of.inner, 'B')} fit.`}{' '}
    {of.month === null
      ? 'No sign of life is set: a NAT on the way forgets it.'
      : `Its signs of life cost ${showFigure(of.month, 'B')} in thirty days${of.metered.length === 0 ? '' : ` on ${of.metered.map((path) => station.speaker.element(path)).join(' and ')}`}.`}{' '}
    {of.traffic === null ? '' : of.traffic === 'all' ? 'Everything goes through it.' : 'Only what a rule names goes through it.'}{' '}
    {of.keyEnds === null ? '' : `Its key ends on ${of.keyEnds}.`}
  </p>
);

const Over = ({ station, of }: { station: Station; of: TunnelResult }) => (
  <table className="w-full max-w-2xl border-collapse text-left">
    <thead>
      <tr className="border-b border-rule-2 text-small text-ink-2">
        <th className="py-1 pr-3 font-semibold">Over</th>
        <th className="pr-3 font-semibold">Station to office</th>
        <th className="font-semibold">Office to station</th>
      </tr>
    </thead>
    <tbody>
      {of.over.map(({ path, there, back }, i) => (
        <tr key={path} className="border-b border-rule">
          <th scope="row" className="py-1 pr-3 font-semibold">
            {station.speaker.element(path)}
          </th>
          <td className="pr-3">{there === null ? (i === 0 ? 'not shown' : 'not shown: ask in a drill of the first path') : 'answered'}</td>
          <td>{back === null ? (i === 0 ? 'not shown' : 'not shown: ask in a drill of the first path') : 'answered'}</td>
        </tr>
      ))}
    </tbody>
  </table>
);

const Asked = ({ station, tunnel, hosts }: { station: Station; tunnel: ElementId; hosts: TunnelFigures['hosts'] }) => {
  const [way, setWay] = useState<CrossingWay>('there');
  const [text, setText, drop] = useDraft(`tunnel:${tunnel}`, '', mask);
  const [from, setFrom] = useState<string | null>(null);
  const [seen, setSeen] = useState('');
  const yard = useYard(({ places }) => places[station.stream] ?? null);
  const read = readPing(text);
  const asker = (way === 'there' ? hosts.here : hosts.there) ?? '';
  const asks = from ?? read?.from ?? asker;
  const keep = async (): Promise<void> => {
    const re = await keepCapture(station, null, text);
    if (re !== null)
      await takeCrossing(
        station.stream,
        { tunnel, way },
        { re, printed: text, asks: asks.trim() || null, seen: seen.trim() || null, simulated: false },
      );
    drop();
    setSeen('');
    setFrom(null);
  };
  const question = questionsThrough(station.state).find((one) => one.tunnel === tunnel && one.way === way);
  return (
    <section aria-label="Ask through it" className="flex max-w-xl flex-col gap-2 border-t border-rule pt-2">
      <h3 className="font-bold">Ask through it</h3>
      <Choose
        label="Who asks"
        value={way}
        change={(to) => setWay(to === 'back' ? 'back' : 'there')}
        of={Object.entries(crossingWays).map(([value, label]) => ({ value, label }))}
        hint={`Ping ${(way === 'there' ? hosts.there : hosts.here) ?? 'a host at the other end, not the router’s own end'}, and paste what it printed.`}
      />
      <Field label="What it printed" value={text} change={setText} many rows={5} mono />
      {text.trim() !== '' &&
        (read === null ? (
          <p>There is no ping in it.</p>
        ) : (
          <p>
            {read.host}: {read.replies === 0 ? 'no answer' : read.replies === 1 ? 'one answer' : `${read.replies} answers`}.
          </p>
        ))}
      {read !== null && read.from === null && (
        <Field
          label="Asked from address"
          value={asks}
          change={setFrom}
          mono
          hint="It printed no address of its own: typed it is a word, and weak. Ping with the source address (-I or -S), and it counts."
        />
      )}
      <Field label="Address that the other end saw (optional)" value={seen} change={setSeen} mono />
      <div className="flex flex-wrap gap-2">
        <Press
          why={read === null ? 'Paste a ping of a host at the other end.' : asks.trim() === '' ? 'Say from which address it asked.' : null}
          onPress={() => void keep().catch(tell)}
        >
          Take what it printed
        </Press>
        <Press
          onPress={() =>
            void append(station.stream, [
              {
                kind: 'tunnel.crossed',
                data: { tunnel, way: 'up', host: null, from: null, seen: null, replies: 1, by: 'word', simulated: false, words: '' },
              },
            ]).catch(tell)
          }
        >
          It says that it is up
        </Press>
        {yard !== null && (
          <Press
            why={question === undefined ? 'Put a host of each end on the sheet first.' : null}
            onPress={() => {
              if (question !== undefined) askByYard(station.stream, question).catch(tell);
            }}
          >
            Let the yard ask (simulated)
          </Press>
        )}
      </div>
    </section>
  );
};

const One = ({ station, of, figures }: { station: Station; of: TunnelResult; figures: TunnelFigures }) => {
  const name = station.speaker.element(of.tunnel);
  const hub = plainText(wanted(station.state, settingKey('tunnel', of.tunnel, 'hub')) ?? '');
  return (
    <section aria-label={`Tunnel, ${name}`} className="flex flex-col gap-3">
      <div className="flex items-start gap-3">
        <LampMark is={of.is} size={24} simulated={of.simulated} />
        <p>
          <strong>
            Tunnel, {name}: {verdictWords[of.is]}
            {of.simulated && ', simulated'}.
          </strong>{' '}
          {hub !== '' && `To ${hub}. `}
          {of.faults
            .map(({ way, fault }) => `Asked ${way === 'there' ? crossingWays.there : crossingWays.back}: ${crossingWords[fault]}`)
            .join(' ')}
          {of.is === 'dark' && 'That it says ‘up’ is grade 3: ask a host at each end from the other.'}
        </p>
      </div>
      <Over station={station} of={of} />
      <Figures station={station} of={figures} />
      <Asked station={station} tunnel={of.tunnel} hosts={figures.hosts} />
    </section>
  );
};

export const TunnelPart = ({ station }: { station: Station }) => {
  const figures = tunnelFigures(station.state);
  if (station.line.tunnels.length === 0) return <Empty>The sheet has no tunnel.</Empty>;
  return (
    <div className="flex flex-col gap-6">
      {station.line.tunnels.map((of) => {
        const own = figures.find(({ tunnel }) => tunnel === of.tunnel);
        return own === undefined ? null : <One key={of.tunnel} station={station} of={of} figures={own} />;
      })}
    </div>
  );
};
