// At somebody else's desk: the walk is timed here and the call made once; they read back in any order, or their own log is taken.
import { useState } from 'react';
import type { ElementId } from '@green-lamp/core/name';
import { elementsOf, type Made } from '@green-lamp/core/journal';
import { judging, type Makeable, makeables } from '@green-lamp/core/lamp';
import { counted } from '@green-lamp/core/quantity';
import { askPlan } from '@green-lamp/core/walk';
import { callOver, makeEvent, type Rung, type Told } from '../../../../commands/elsewhere.ts';
import { askedFor } from '../../../../parts/asked-words.ts';
import { Choose, Field } from '../../../../parts/Field.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { TakePicture } from '../../../../parts/TakePicture.tsx';
import { Tick } from '../../../../parts/Tick.tsx';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';
import { EventAndPath } from './EventAndPath.tsx';
import { TheirLog } from './TheirLog.tsx';

const nameOf = ({ event, zone, is }: Made): string => askedFor({ what: event, zone, is });

const Walk = ({ station, made }: { station: Station; made: readonly Made[] }) => {
  const { state } = station;
  const j = judging(state, { ...station.rules, heard: station.beside?.heard ?? [], now: station.now });
  const [chosen, setChosen] = useState<{ readonly of: Makeable; readonly path: ElementId | null } | null>(null);
  const all = makeables(j);
  const plan = askPlan(j);
  const isMade = ({ zone, is }: Makeable, path: string | null): boolean =>
    made.some((one) => one.zone === zone && one.is === is && (one.path === null || one.path === path));
  const next = plan.find(({ of, path }) => !isMade(of, path)) ?? null;
  const of = chosen?.of ?? next?.of ?? all[0];
  const path = chosen === null ? (next?.path ?? elementsOf(state, 'path')[0]?.id ?? null) : chosen.path;
  if (of === undefined) return null;
  return (
    <section aria-label="Make an event now">
      <h3 className="border-b border-rule-2 font-bold">
        Make an event now{' '}
        <span className="font-normal text-ink-2">
          {plan.length === 0 ? 'all that is asked was confirmed' : `${plan.length} still to confirm`}
        </span>
      </h3>
      <EventAndPath
        station={station}
        all={all}
        of={of}
        path={path}
        anyPath="not known"
        change={(event, over) => setChosen({ of: event, path: over })}
        make={() => {
          makeEvent(station, of, path).then(() => setChosen(null), tell);
        }}
      />
      <p className="text-note text-ink-2">Each is timed here. Make them all, then ring the other desk once.</p>
    </section>
  );
};

const answers = [
  { value: '', label: 'not asked yet' },
  { value: 'right', label: 'they have it' },
  { value: 'wrong', label: 'they have another' },
  { value: 'missing', label: 'they have nothing' },
] as const;
type Answer = (typeof answers)[number]['value'];
const isAnswer = (text: string): text is Answer => answers.some(({ value }) => value === text);

/** The form to fill while on the telephone. */
const TheCall = ({ station, made }: { station: Station; made: readonly Made[] }) => {
  const [person, setPerson] = useState('');
  const [said, setSaid] = useState<{ readonly [id: string]: { readonly is: Answer; readonly words: string } }>({});
  const [rest, setRest] = useState('');
  const [offTest, setOffTest] = useState(false);
  const [armed, setArmed] = useState(false);
  const of = (one: Made): { readonly is: Answer; readonly words: string } => said[one.pos.id] ?? { is: '', words: '' };
  const told = made.flatMap((one): Told[] => {
    const { is, words } = of(one);
    return is === '' ? [] : [{ made: one, said: is, words }];
  });
  const dumb = told.some(({ said: is, words }) => is === 'wrong' && words.trim() === '');
  const why =
    person.trim() === ''
      ? 'Write down who you talk to.'
      : dumb
        ? 'Write down which signal they have in its place.'
        : made.length > 0 && told.length === 0
          ? 'Say of at least one event what they have.'
          : null;
  const over = (): void => {
    const rung: Rung = { person, else: rest, offTest, armed };
    callOver(station, told, rung).then(() => {
      setSaid({});
      setRest('');
      setOffTest(false);
      setArmed(false);
    }, tell);
  };
  return (
    <section aria-label="The call to the other desk">
      <h3 className="border-b border-rule-2 font-bold">
        The call to the other desk <span className="font-normal text-ink-2">{counted(made.length, 'event')} to be read back</span>
      </h3>
      <div className="mt-2 max-w-sm">
        <Field label="Who you talk to" value={person} change={setPerson} hint="What they read back is their word: weak at most." />
      </div>
      <ol aria-label="What was made, in its order" className="mt-2">
        {made.map((one, i) => (
          <li key={one.pos.id} className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule py-1">
            <span className="min-w-52 grow basis-0">
              <strong>
                {i + 1} · {nameOf(one)}
              </strong>
              <span className="block text-note text-ink-2">
                {station.speaker.when(one.pos.ord)}
                {one.path !== null && `, over ${station.speaker.element(one.path)}`}
              </span>
            </span>
            <div className="w-48">
              <Choose
                inline
                label={`What they have of ${i + 1}, ${nameOf(one)}`}
                value={of(one).is}
                of={answers}
                change={(value) => isAnswer(value) && setSaid({ ...said, [one.pos.id]: { ...of(one), is: value } })}
              />
            </div>
            <div className="min-w-52 grow basis-0">
              <Field
                inline
                label={`Their words to ${i + 1}, ${nameOf(one)}`}
                value={of(one).words}
                change={(words) => setSaid({ ...said, [one.pos.id]: { ...of(one), words } })}
              />
            </div>
          </li>
        ))}
      </ol>
      {made.length === 0 && <p className="py-1 text-ink-2">Nothing was made since they were rung last.</p>}
      <div className="mt-2 max-w-xl">
        <Field label="Anything else of this account today?" value={rest} change={setRest} />
      </div>
      <div className="my-2 max-w-xl">
        <Tick done={offTest} press={() => setOffTest(!offTest)}>
          They have taken it off test
        </Tick>
        <Tick done={armed} press={() => setArmed(!armed)}>
          Supervision is armed
        </Tick>
      </div>
      <Press why={why} onPress={over}>
        The call is over
      </Press>
    </section>
  );
};

const saidWords = { right: 'they have it', wrong: 'they have another', missing: 'they have nothing' } as const;
/** What they said of what was made, each with the pictures that go with it: of a portal's graph, of their list. */
const WhatTheySaid = ({ station }: { station: Station }) => {
  const told = station.state.made.flatMap((one) => (one.said === null ? [] : [{ one, said: one.said }])).slice(-20);
  if (told.length === 0) return null;
  return (
    <section aria-label="What they said">
      <h3 className="border-b border-rule-2 font-bold">What they said</h3>
      <ul>
        {told.toReversed().map(({ one, said }) => {
          const pictures = station.state.pictures.filter(({ of }) => of === said.pos.id);
          return (
            <li key={one.pos.id} className="flex flex-wrap items-center gap-x-4 border-b border-rule py-1">
              <span className="min-w-52 grow basis-0">
                <strong>{nameOf(one)}</strong>: {saidWords[said.is]}, {said.how === 'log' ? 'by their log' : 'by word'},{' '}
                {station.speaker.when(said.pos.ord)}
              </span>
              {pictures.length > 0 && (
                <span className="text-note text-ink-2">
                  {counted(pictures.length, 'picture')}, the last {station.speaker.when(pictures.at(-1)?.taken ?? 0)}
                </span>
              )}
              <TakePicture
                of={{ stream: station.stream, step: `their graph or list, ${nameOf(one)}`, lamp: 'Call', path: one.path, re: said.pos.id }}
                short
              />
            </li>
          );
        })}
      </ul>
    </section>
  );
};

export const Elsewhere = ({ station }: { station: Station }) => {
  const since = station.state.rung?.pos.ord ?? 0;
  const open = station.state.made.filter(({ said, pos }) => said === null && (pos.ord > since || station.now - pos.ord < 43_200_000));
  const proves = station.state.made.filter(({ said }) => said?.how !== 'log').slice(-64);
  return (
    <>
      <Walk station={station} made={open} />
      <TheCall station={station} made={open} />
      <TheirLog station={station} made={proves} />
      <WhatTheySaid station={station} />
    </>
  );
};
