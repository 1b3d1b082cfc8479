// The sign-off: one of four endings, what stands in its way, why a weak lamp is accepted, and who signs.
import { useState } from 'react';
import { lampWords } from '@green-lamp/core/name';
import { type EndingIs, endings } from '@green-lamp/core/journal';
import { type LampResult, sayReason } from '@green-lamp/core/lamp';
import { type Instant, localInstant } from '@green-lamp/core/quantity';
import { type Block, completeBlocks, endedOf, endingWords, watchedBlocks, weakLamps } from '@green-lamp/core/walk';
import { signOff } from '../../../../commands/ending.ts';
import { DrawingPad } from '../../../../parts/DrawingPad.tsx';
import { Choose, Field } from '../../../../parts/Field.tsx';
import { LampMark } from '../../../../parts/LampMark.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { Tick } from '../../../../parts/Tick.tsx';
import { tell, useLive } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';
import { usePeople } from '../../../../store/use-stream.ts';

const says: { readonly [E in EndingIs]: string } = {
  complete: 'All but Watch is proven or accepted.',
  watched: 'The desk confirms it after the calls that came by themselves.',
  unfinished: 'Allowed at any time: with what is open, who returns, and what the desk must not believe.',
  'taken down': 'Card cancelled, claim released, account closed, keys forgotten.',
};
const closings = [
  { is: 'card', label: 'The card is cancelled' },
  { is: 'claim', label: 'The claim at the portal is released' },
  { is: 'account', label: 'The account at the desk is closed' },
  { is: 'keys', label: 'Keys and passwords are forgotten' },
] as const;
const aYear = 366 * 86_400_000;
const isEnding = (text: string): text is EndingIs => endings.some((one) => one === text);
const keyOf = ({ lamp, path }: Pick<LampResult, 'lamp' | 'path'>): string => `${lamp} ${path ?? ''}`;

const InTheWay = ({ blocks }: { blocks: readonly Block[] }) => (
  <div>
    <p className="font-semibold">{blocks.length === 0 ? 'Nothing stands in its way.' : 'In its way:'}</p>
    <ul aria-label="In its way">
      {blocks.map(({ code, sentence }) => (
        <li key={code} className="border-b border-rule py-1">
          {sentence}
        </li>
      ))}
    </ul>
  </div>
);

const Weak = (props: { station: Station; weak: readonly LampResult[]; reasons: Reasons; change: (reasons: Reasons) => void }) => {
  const { station, weak, reasons, change } = props;
  if (weak.length === 0) return null;
  return (
    <ul aria-label="Weak lamps to accept" className="flex flex-col gap-2">
      {weak.map((lamp) => (
        <li key={keyOf(lamp)} className="flex flex-wrap items-end gap-3">
          <span className="flex min-w-52 grow basis-0 items-start gap-2">
            <LampMark is={lamp.is} size={20} simulated={lamp.simulated} />
            <span>
              <strong>
                {lampWords[lamp.lamp]}
                {lamp.path !== null && `, ${station.speaker.element(lamp.path)}`} is weak.
              </strong>{' '}
              {lamp.next !== null && sayReason(lamp.next, station.speaker)}
            </span>
          </span>
          <div className="min-w-52 grow basis-0">
            <Field
              label={`Why ${lampWords[lamp.lamp]} is accepted`}
              value={reasons[keyOf(lamp)] ?? ''}
              change={(text) => change({ ...reasons, [keyOf(lamp)]: text })}
            />
          </div>
        </li>
      ))}
    </ul>
  );
};
type Reasons = { readonly [lampAndPath: string]: string };

const signatureWords = (drawn: boolean): string => `Field for a signature, ${drawn ? 'signed' : 'empty'}`;

export const SignOff = ({ station, now }: { station: Station; now: number }) => {
  const people = usePeople();
  const me = useLive(({ person }) => person);
  const [ending, setEnding] = useState<EndingIs>('complete');
  const [name, setName] = useState<string | null>(null);
  const [words, setWords] = useState('');
  const [strokes, setStrokes] = useState('');
  const [reasons, setReasons] = useState<Reasons>({});
  const [who, setWho] = useState('');
  const [back, setBack] = useState('');
  const [untrue, setUntrue] = useState('');
  const [closed, setClosed] = useState<readonly (typeof closings)[number]['is'][]>([]);
  const { state, line, speaker } = station;
  const by = { heard: station.beside?.heard ?? [], now, findings: station.findings, speaker, profiles: station.rules.profiles };
  const blocks = ending === 'complete' ? completeBlocks(state, line, by) : ending === 'watched' ? watchedBlocks(state, line, by) : [];
  const open = completeBlocks(state, line, by);
  const weak = ending === 'complete' ? weakLamps(state, line) : [];
  const until: Instant | null = localInstant(`${back.trim()} 18:00`, station.zone);
  const signer = name ?? (me === null ? '' : (people[me] ?? ''));
  const why =
    blocks.length > 0
      ? 'First what stands in its way.'
      : weak.some((lamp) => (reasons[keyOf(lamp)] ?? '').trim() === '')
        ? 'Say of each weak lamp why it is accepted.'
        : ending === 'unfinished' && (who.trim() === '' || until === null || until <= now || until > now + aYear)
          ? 'Say who returns and by which day (2026-12-03), within a year.'
          : ending === 'taken down' && closed.length < closings.length
            ? 'All four have to be done.'
            : signer.trim() === ''
              ? 'Write the name of whoever signs.'
              : null;
  const ended = endedOf(state, now, speaker);
  const sign = (): void => {
    signOff(station, {
      ending,
      name: signer.trim().slice(0, 80),
      words: (ending === 'unfinished'
        ? [words.trim(), ...open.map(({ sentence }) => sentence)].filter((one) => one !== '').join(' ')
        : words.trim()
      ).slice(0, 1000),
      signature: strokes === '' ? null : strokes,
      returns: ending === 'unfinished' && until !== null ? { who: who.trim().slice(0, 80), by: until } : null,
      untrue: ending === 'unfinished' ? untrue.trim() : '',
      closed: ending === 'taken down' ? closed : [],
      reasons: Object.fromEntries(weak.map((lamp) => [keyOf(lamp), (reasons[keyOf(lamp)] ?? '').trim()])),
    }).then(() => {
      setStrokes('');
      setWords('');
    }, tell);
  };
  return (
    <section aria-label="Sign-off" className="flex flex-col gap-3">
      <h3 className="border-b border-rule-2 font-bold">Sign-off</h3>
      {ended !== null && state.signed !== null && (
        <p role="status" className="border-2 border-ink px-3 py-2">
          <strong>
            {endingWords[ended.is]}, signed by {state.signed.name}, {speaker.when(state.signed.pos.ord)}.
          </strong>{' '}
          {ended.wants}
          {state.signed.untrue !== '' && ` The desk must not believe: ${state.signed.untrue}.`}
        </p>
      )}
      <div className="max-w-md">
        <Choose
          label="It ends as"
          value={ending}
          of={endings.map((one) => ({ value: one, label: endingWords[one] }))}
          change={(value) => isEnding(value) && setEnding(value)}
          hint={says[ending]}
        />
      </div>
      {(ending === 'complete' || ending === 'watched') && <InTheWay blocks={blocks} />}
      <Weak station={station} weak={weak} reasons={reasons} change={setReasons} />
      {ending === 'unfinished' && (
        <div className="grid max-w-3xl grid-cols-[repeat(auto-fill,minmax(15rem,1fr))] gap-3">
          <Field label="Who returns" value={who} change={setWho} />
          <Field label="By which day" value={back} change={setBack} mono hint="2026-12-03" />
          <Field label="What the desk must not believe until then" value={untrue} change={setUntrue} />
          <p className="col-span-full text-note text-ink-2">
            What is open goes along: {open.length === 0 ? 'nothing.' : open.map(({ sentence }) => sentence).join(' ')}
          </p>
        </div>
      )}
      {ending === 'taken down' && (
        <div className="max-w-xl">
          {closings.map(({ is, label }) => (
            <Tick
              key={is}
              done={closed.includes(is)}
              press={() => setClosed(closed.includes(is) ? closed.filter((one) => one !== is) : [...closed, is])}
            >
              {label}
            </Tick>
          ))}
        </div>
      )}
      <div className="grid max-w-3xl grid-cols-[repeat(auto-fill,minmax(15rem,1fr))] gap-3">
        <Field label="Signed by" value={signer} change={setName} />
        <Field label="Words with it" value={words} change={setWords} />
      </div>
      <DrawingPad label={signatureWords} height={200} line={160} strokes={strokes} change={setStrokes} />
      <Press why={why} onPress={sign} final>
        Sign: {endingWords[ending].toLowerCase()}
      </Press>
    </section>
  );
};
