// People: who is told of what, as its reader says it; and who may command the unit by which channel, as it was tried.
import { type ReactNode, useState } from 'react';
import { elementsOf, gots, type Teller, tellers } from '@green-lamp/core/journal';
import { counted, instant, sayWhen } from '@green-lamp/core/quantity';
import { reachCells, type ReachCell, reachWords, reachWrong, storm, type ToldCell, toldCells, toldWrong } from '@green-lamp/core/walk';
import { Choose, Field } from '../../../../parts/Field.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { Empty } from '../../../../parts/State.tsx';
import { append } from '../../../../store/append.ts';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';

export const hasPeople = ({ state }: Station): boolean =>
  (['number', 'login', 'code'] as const).some((group) => elementsOf(state, group).length > 0);

const gotWords: { readonly [G in (typeof gots)[number]]: string } = {
  'as meant': 'it came as meant',
  otherwise: 'it came otherwise',
  nothing: 'nothing came',
};
const tellerWords: { readonly [T in Teller]: string } = { text: 'by text', mail: 'by mail', ring: 'by telephone' };
const eventWords = ({ event: { what, is } }: Pick<ToldCell, 'event'>): string => `${what}${is === 'restoral' ? ', its end' : ''}`;
const keyOf = (cell: ToldCell): string => `${cell.number} ${cell.event.zone ?? ''} ${cell.event.is}`;

/** One cell of a list: open, seen as it is meant, or otherwise; a mark and words, never colour alone. */
const Row = ({ what, is, children }: { what: string; is: 'open' | 'right' | 'wrong' | 'again'; children: ReactNode }) => (
  <li className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-1">
    <span className="min-w-52 font-semibold">{what}</span>
    <span className={is === 'wrong' || is === 'again' ? 'border-l-2 border-ink pl-2 font-semibold' : ''}>{children}</span>
  </li>
);

const Told = ({ station }: { station: Station }) => {
  const cells = toldCells({ state: station.state, profiles: station.rules.profiles });
  const [chosen, setChosen] = useState('');
  const [got, setGot] = useState<string>('as meant');
  const [by, setBy] = useState<string>('text');
  const [words, setWords] = useState('');
  const cell = cells.find((one) => keyOf(one) === chosen);
  const good = cells.filter(({ said, again }) => said?.got === 'as meant' && !again).length;
  const { texts, parts } = storm(cells);
  const enter = (): void => {
    if (cell === undefined) return;
    const data = {
      number: cell.number,
      zone: cell.event.zone,
      is: cell.event.is,
      event: cell.event.what.slice(0, 60),
      by: tellers.find((one) => one === by) ?? 'text',
      got: gots.find((one) => one === got) ?? 'nothing',
      at: station.now,
      words: words.trim().slice(0, 300),
    } as const;
    append(station.stream, [{ kind: 'told.confirmed', data }])
      .then(() => {
        const rest = cells.slice(cells.indexOf(cell) + 1).find(({ said, again }) => said === null || again);
        setChosen(rest === undefined ? '' : keyOf(rest));
        setWords('');
      })
      .catch(tell);
  };
  const persons = [...new Set(cells.map(({ person }) => person))];
  return (
    <section aria-label="Who is told">
      <h2 className="font-bold">Who is told</h2>
      {cells.length === 0 ? (
        <Empty>Nobody on the sheet is told of anything: add numbers with ‘be told’, and inputs with their words.</Empty>
      ) : (
        <>
          <p>
            {good} of {counted(cells.length, 'message')} confirmed by who reads it. Everything happening once, and ending, sends{' '}
            {counted(texts, 'text')}
            {parts === texts ? '' : `, which cost as ${parts}`}.
          </p>
          {toldWrong(cells).length > 0 && (
            <p className="font-semibold">A complete site can’t be signed while somebody is told otherwise.</p>
          )}
          {persons.map((person) => (
            <section key={person} aria-label={`Told: ${person}`} className="mt-2">
              <h3 className="font-semibold">{person}</h3>
              <ul>
                {cells
                  .filter((one) => one.person === person)
                  .map((one) => (
                    <Row
                      key={keyOf(one)}
                      what={eventWords(one)}
                      is={one.said === null ? 'open' : one.again ? 'again' : one.said.got === 'as meant' ? 'right' : 'wrong'}
                    >
                      {one.said === null
                        ? 'not confirmed yet'
                        : `${gotWords[one.said.got]} ${tellerWords[one.said.by]}, ${sayWhen(instant(one.said.at), instant(station.now), station.zone)}`}
                      {one.again && ': the sheet was changed since, ask again'}
                      {one.said !== null && one.said.words !== '' && ` (${one.said.words})`}
                      {one.text !== '' && <span className="mono block font-normal text-ink-2">{one.text}</span>}
                    </Row>
                  ))}
              </ul>
            </section>
          ))}
          <h3 className="mt-3 font-semibold">Ring the reader, and enter what came there</h3>
          <div className="flex flex-wrap items-end gap-3">
            <div className="min-w-64 grow basis-0">
              <Choose
                label="To whom, of what"
                value={chosen}
                change={setChosen}
                empty="choose"
                of={cells.map((one) => ({ value: keyOf(one), label: `${one.person}: ${eventWords(one)}` }))}
              />
            </div>
            <div className="w-48">
              <Choose label="What came" value={got} change={setGot} of={gots.map((one) => ({ value: one, label: gotWords[one] }))} />
            </div>
            <div className="w-40">
              <Choose label="Which way" value={by} change={setBy} of={tellers.map((one) => ({ value: one, label: tellerWords[one] }))} />
            </div>
            <div className="min-w-52 grow basis-0">
              <Field label="In their words" value={words} change={setWords} />
            </div>
            <Press
              why={
                cell === undefined
                  ? 'Choose to whom and of what.'
                  : got === 'otherwise' && words.trim() === ''
                    ? 'Say what came instead.'
                    : null
              }
              onPress={enter}
            >
              Enter it
            </Press>
          </div>
        </>
      )}
    </section>
  );
};

const Reached = ({ station }: { station: Station }) => {
  const cells = reachCells(station.state);
  const [chosen, setChosen] = useState('');
  const [letIn, setLetIn] = useState('in');
  const [words, setWords] = useState('');
  const name = ({ user, channel }: ReachCell): string => `${user} ${channel}`;
  const cell = cells.find((one) => name(one) === chosen);
  const good = cells.filter(({ said, again, meant }) => said !== null && !again && said.letIn === meant).length;
  const enter = (): void => {
    if (cell === undefined) return;
    const data = { user: cell.user, channel: cell.channel, meant: cell.meant, letIn: letIn === 'in', words: words.trim().slice(0, 300) };
    append(station.stream, [{ kind: 'reach.used', data }])
      .then(() => {
        setChosen('');
        setWords('');
      })
      .catch(tell);
  };
  return (
    <section aria-label="Who may command the unit">
      <h2 className="font-bold">Who may command the unit</h2>
      {cells.length === 0 ? (
        <Empty>Nobody on the sheet may command the unit: no number that may start, no login, no code.</Empty>
      ) : (
        <>
          <p>
            {good} of {counted(cells.length, 'way')} used once and seen. A channel that nobody tried may be open to others: try those that
            are to be kept out as well.
          </p>
          {reachWrong(cells).map(({ code, sentence }) => (
            <p key={code} className="border-l-2 border-ink pl-2 font-semibold">
              {sentence}
            </p>
          ))}
          <ul>
            {cells.map((one) => (
              <Row
                key={name(one)}
                what={`${one.person}, by ${reachWords[one.channel]}`}
                is={one.said === null ? 'open' : one.again ? 'again' : one.said.letIn === one.meant ? 'right' : 'wrong'}
              >
                {one.meant ? 'to be let in' : 'to be kept out'}
                {one.said === null
                  ? '; not tried yet'
                  : `; was ${one.said.letIn ? 'let in' : 'kept out'}, ${sayWhen(instant(one.said.pos.ord), instant(station.now), station.zone)}`}
                {one.again && ': the sheet was changed since, try again'}
                {one.said !== null && one.said.words !== '' && ` (${one.said.words})`}
              </Row>
            ))}
          </ul>
          <h3 className="mt-3 font-semibold">Have it tried, and enter what the unit did</h3>
          <p className="text-ink-2">Use a harmless command: a status, a level. Never an output that starts a machine.</p>
          <div className="flex flex-wrap items-end gap-3">
            <div className="min-w-64 grow basis-0">
              <Choose
                label="Who, by what"
                value={chosen}
                change={setChosen}
                empty="choose"
                of={cells.map((one) => ({ value: name(one), label: `${one.person}, by ${reachWords[one.channel]}` }))}
              />
            </div>
            <div className="w-44">
              <Choose
                label="The unit"
                value={letIn}
                change={setLetIn}
                of={[
                  { value: 'in', label: 'let them in' },
                  { value: 'out', label: 'kept them out' },
                ]}
              />
            </div>
            <div className="min-w-52 grow basis-0">
              <Field label="What it answered" value={words} change={setWords} />
            </div>
            <Press why={cell === undefined ? 'Choose who, and by what.' : null} onPress={enter}>
              Enter the trial
            </Press>
          </div>
        </>
      )}
    </section>
  );
};

export const PeoplePart = ({ station }: { station: Station }) => (
  <div className="flex flex-col gap-5">
    <Told station={station} />
    <Reached station={station} />
  </div>
);
