// The ask list: what the first call waits for, and apart from it what can wait; by who has it. What others are told, and whether they confirmed it.
import { counted } from '@green-lamp/core/quantity';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { type Ask, askCsv, type AskGroup, askList, isAddressee, leadDays, type Message, messages } from '@green-lamp/core/walk';
import { confirmTold } from '../../../../../commands/plan.ts';
import { Press } from '../../../../../parts/Press.tsx';
import { Empty } from '../../../../../parts/State.tsx';
import { toWhom, whose } from '../../../../../parts/supplier-words.ts';
import { tell } from '../../../../../store/live.ts';
import type { Station } from '../../../../../store/use-station.ts';
import { handOut } from '../../handover/journal-file.ts';
import { Answers } from './Answers.tsx';
import { MessageWindow } from './MessageWindow.tsx';
import { Noting } from './Noting.tsx';

const noted = ({ asked, ticket, askedOn, chaseOn }: NonNullable<Ask['note']>): string =>
  [
    `Asked${asked === '' ? '' : ` of ${asked}`}`,
    ticket === '' ? null : ticket,
    askedOn === null ? null : `on ${askedOn}`,
    chaseOn === null ? null : `chase on ${chaseOn}`,
  ]
    .filter((part) => part !== null)
    .join(', ');

type Doing = { readonly note: (ask: Ask) => void; readonly write: (to: Message['to']) => void };

const Group = ({ station, group, later, note, write }: { station: Station; group: AskGroup; later: boolean } & Doing) => {
  const go = useNavigate();
  const { supplier, asks } = group;
  const latest = asks[0]?.latest ?? null;
  return (
    <section aria-label={later ? `${whose[supplier]}, can wait` : whose[supplier]} className="mb-4">
      <div className="flex flex-wrap items-center gap-x-3 border-b border-rule-2">
        <h4 className="grow font-bold">
          {whose[supplier]} <span className="text-ink-2">({asks.length})</span>
        </h4>
        <span className="text-note text-ink-2">
          {leadDays[supplier] === 0 ? 'at hand' : `usually ${counted(leadDays[supplier], 'day')} (common practice)`}
          {latest !== null && leadDays[supplier] > 0 && `; ask by ${latest}`}
        </span>
        {isAddressee(supplier) && (
          <button
            type="button"
            className="quiet"
            onClick={() => {
              write(supplier);
            }}
          >
            Write to {toWhom[supplier]}
          </button>
        )}
      </div>
      <ul>
        {asks.map((ask) => (
          <li key={ask.key} className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1">
            <div className="min-w-52 grow basis-0">
              <p>{station.speaker.setting(ask.key)}</p>
              <p className="text-note text-ink-2">{ask.of.why}</p>
              {ask.note !== null && <p className="text-note">{noted(ask.note)}</p>}
            </div>
            <button
              type="button"
              className="quiet"
              aria-label={`Log request: ${station.speaker.setting(ask.key)}`}
              onClick={() => {
                note(ask);
              }}
            >
              Log request
            </button>
            <button
              type="button"
              className="button"
              aria-label={`Fill in: ${station.speaker.setting(ask.key)}`}
              onClick={() => void go(`/stations/${station.stream}/sheet?field=${ask.key}`)}
            >
              Fill in
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
};

const Told = ({ station, all, write }: { station: Station; all: readonly Message[]; write: Doing['write'] }) => {
  const tells = all.flatMap(({ to, tells: of }) => of.map((one) => ({ to, ...one })));
  if (tells.length === 0) return null;
  return (
    <section aria-label="To tell" className="mb-4">
      <h3 className="border-b border-rule-2 font-bold">To tell, and to be confirmed</h3>
      <ul>
        {tells.map((one) => (
          <li key={`${one.to} ${one.what}`} className="flex flex-wrap items-center gap-x-3 border-b border-rule py-1">
            <div className="min-w-52 grow basis-0">
              <p>
                <strong>{toWhom[one.to].replace(/^the /, '').replace(/^./, (first) => first.toUpperCase())}:</strong> {one.what}
              </p>
              <p className="text-note text-ink-2">{one.lines.join(' · ')}</p>
              {one.note !== null && <p className="text-note">{noted(one.note).replace(/^Asked(?: of)?/, 'Told')}</p>}
            </div>
            <button
              type="button"
              className="quiet"
              onClick={() => {
                write(one.to);
              }}
            >
              Write to {toWhom[one.to]}
            </button>
            <button
              type="button"
              className="button"
              aria-label={`Confirmed: ${one.what}`}
              onClick={() => {
                confirmTold(station, one).catch(tell);
              }}
            >
              They confirmed it
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
};

const half = (groups: readonly AskGroup[], first: boolean): AskGroup[] =>
  groups.flatMap(({ supplier, asks }) => {
    const mine = asks.filter((ask) => ask.first === first);
    return mine.length === 0 ? [] : [{ supplier, asks: mine }];
  });
const countOf = (groups: readonly AskGroup[]): number => groups.reduce((sum, { asks }) => sum + asks.length, 0);

export const AskPart = ({ station }: { station: Station }) => {
  const [noting, setNoting] = useState<Ask | null>(null);
  const [writing, setWriting] = useState<Message['to'] | null>(null);
  const groups = askList(station.state, station.rules.profiles);
  const all = messages(station.state, station.rules.profiles);
  const [first, later] = [half(groups, true), half(groups, false)];
  const doing: Doing = { note: setNoting, write: setWriting };
  const message = all.find(({ to }) => to === writing);
  const [n, more] = [countOf(first), countOf(later)];
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <p className="grow">
          <strong>{n === 0 ? 'Ready for its first call.' : `Its first call waits for ${counted(n, 'value')}.`}</strong>{' '}
          {more > 0 && `${more} more can wait.`}
          {groups[0]?.asks[0]?.latest === null && ' Put the next visit on the sheet, and each gets its latest day.'}
        </p>
        <Press
          why={groups.length === 0 ? 'There is nothing to list.' : null}
          onPress={() => {
            handOut(`ask-list-${station.state.station?.name ?? 'station'}.csv`, askCsv(groups), 'text/csv');
          }}
        >
          Save as CSV
        </Press>
      </div>
      {groups.length === 0 && <Empty>Everything that this station’s profiles and rules ask for is filled in.</Empty>}
      {n > 0 && (
        <section aria-label="For its first call">
          <h3 className="sr-only">For its first call</h3>
          {first.map((group) => (
            <Group later={false} key={group.supplier} station={station} group={group} {...doing} />
          ))}
        </section>
      )}
      <Told station={station} all={all} write={setWriting} />
      {more > 0 && (
        <section aria-label="What can wait">
          <h3 className="mb-2 border-b-2 border-rule-2 pt-2 font-bold">What can wait</h3>
          {later.map((group) => (
            <Group later key={group.supplier} station={station} group={group} {...doing} />
          ))}
        </section>
      )}
      <Answers station={station} />
      {noting !== null && (
        <Noting
          station={station}
          ask={noting}
          close={() => {
            setNoting(null);
          }}
        />
      )}
      {message !== undefined && (
        <MessageWindow
          station={station}
          message={message}
          close={() => {
            setWriting(null);
          }}
        />
      )}
    </>
  );
};
