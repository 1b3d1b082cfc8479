// The ask list: what is still unknown, by who has it; and the answers that come back, reviewed before anything is taken.
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { standing } from '@green-lamp/core/journal';
import { asPlanned } from '@green-lamp/core/lamp';
import { sentence } from '@green-lamp/core/problem';
import { bindingsOf, sheetRows, showValue } from '@green-lamp/core/sheet';
import { mask } from '@green-lamp/core/wire';
import { type Ask, askCsv, type AskGroup, askList, askText, leadDays, readAnswers, takable } from '@green-lamp/core/walk';
import { Field } from '../../../../parts/Field.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { Empty } from '../../../../parts/State.tsx';
import { useDraft } from '../../../../parts/use-draft.ts';
import { Window } from '../../../../parts/Window.tsx';
import { noteAsk } from '../../../../commands/plan.ts';
import { append } from '../../../../store/append.ts';
import type { Station } from '../../../../store/use-station.ts';
import { handOut } from '../handover/journal-file.ts';

const whose: { readonly [S in AskGroup['supplier']]: string } = {
  carrier: 'From the carrier',
  IT: 'From the client’s IT',
  desk: 'From the desk',
  portal: 'From the portal',
  client: 'From the client',
  label: 'Off the label',
  manual: 'Out of the manual',
  'house rule': 'By house rule',
  you: 'To be decided',
};

const Noting = ({ station, ask, close }: { station: Station; ask: Ask; close: () => void }) => {
  const [asked, setAsked] = useState(ask.note?.asked ?? '');
  const [ticket, setTicket] = useState(ask.note?.ticket ?? '');
  const [askedOn, setAskedOn] = useState(ask.note?.askedOn ?? '');
  const [chaseOn, setChaseOn] = useState(ask.note?.chaseOn ?? '');
  const day = (text: string): string | null => (/^\d{4}-\d{2}-\d{2}$/.test(text) ? text : null);
  const wrong = [askedOn, chaseOn].some((text) => text !== '' && day(text) === null);
  return (
    <Window open close={close} title={`Asked: ${station.speaker.setting(ask.key)}`}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (wrong) return;
          void noteAsk(station, ask.key, { asked, ticket, askedOn: day(askedOn), chaseOn: day(chaseOn) });
          close();
        }}
      >
        <Field label="Of whom" value={asked} change={setAsked} focus />
        <Field label="Ticket" value={ticket} change={setTicket} mono />
        <Field
          label="Asked on"
          value={askedOn}
          change={setAskedOn}
          mono
          hint="Year-month-day, as 2027-03-14."
          problem={askedOn !== '' && day(askedOn) === null ? 'Write it as 2027-03-14.' : null}
        />
        <Field
          label="Chase on"
          value={chaseOn}
          change={setChaseOn}
          mono
          hint="Year-month-day."
          problem={chaseOn !== '' && day(chaseOn) === null ? 'Write it as 2027-03-14.' : null}
        />
        <button type="submit" className="button self-start">
          Note it
        </button>
      </form>
    </Window>
  );
};

const Group = ({ station, group, note }: { station: Station; group: AskGroup; note: (ask: Ask) => void }) => {
  const [shown, setShown] = useState(false);
  const text = shown ? askText(station.state.station?.name ?? '', group) : null;
  const go = useNavigate();
  const latest = group.asks[0]?.latest ?? null;
  return (
    <section aria-label={whose[group.supplier]} className="mb-5">
      <div className="flex flex-wrap items-center gap-3 border-b border-rule-2">
        <h3 className="grow font-bold">
          {whose[group.supplier]} <span className="text-ink-2">({group.asks.length})</span>
        </h3>
        <span className="text-note text-ink-2">
          {leadDays[group.supplier] === 0
            ? 'at hand'
            : `usually ${leadDays[group.supplier]} ${leadDays[group.supplier] === 1 ? 'day' : 'days'} (common practice)`}
          {latest !== null && leadDays[group.supplier] > 0 && `; ask by ${latest}`}
        </span>
        <button
          type="button"
          className="button"
          onClick={() => {
            setShown(!shown);
          }}
        >
          {text === null ? 'As a message' : 'Hide the message'}
        </button>
      </div>
      {text !== null && (
        <textarea
          readOnly
          aria-label={`Message, ${whose[group.supplier]}`}
          className="input mono mt-2"
          rows={Math.min(14, text.split('\n').length)}
          value={text}
        />
      )}
      <ul>
        {group.asks.map((ask) => (
          <li key={ask.key} className="flex flex-wrap items-center gap-3 border-b border-rule py-1">
            <div className="min-w-52 grow basis-0">
              <p>{station.speaker.setting(ask.key)}</p>
              <p className="text-note text-ink-2">{ask.of.why}</p>
              {ask.note !== null && (
                <p className="text-note">
                  Asked{ask.note.asked === '' ? '' : ` of ${ask.note.asked}`}
                  {ask.note.ticket !== '' && <span className="mono">, {ask.note.ticket}</span>}
                  {ask.note.askedOn !== null && `, on ${ask.note.askedOn}`}
                  {ask.note.chaseOn !== null && `; chase on ${ask.note.chaseOn}`}
                </p>
              )}
            </div>
            <button
              type="button"
              className="button"
              aria-label={`Asked: ${station.speaker.setting(ask.key)}`}
              onClick={() => {
                note(ask);
              }}
            >
              Asked…
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

const Answers = ({ station }: { station: Station }) => {
  const [text, setText, dropText] = useDraft(`${station.stream} answers`, '', mask);
  const view = asPlanned(station.state);
  const answers = text.trim() === '' ? [] : readAnswers(text, sheetRows(view, bindingsOf(view)), station.rules.profiles);
  const good = takable(answers);
  const take = (): void => {
    void append(
      station.stream,
      good.map(({ key, value, typed }) => ({
        kind: 'setting.set' as const,
        data: { key, value, typed, origin: 'supplied' as const, simulated: false, over: standing(station.state, key)?.pos.id ?? null },
      })),
    ).then(dropText);
  };
  return (
    <section aria-label="Answers" className="mt-6">
      <h3 className="border-b border-rule-2 font-bold">Answers that came back</h3>
      <Field
        label="Paste them"
        many
        mono
        value={text}
        change={setText}
        hint="Lines of ‘name: value’, CSV with a head line, or JSON. Nothing is taken before you press; passwords and PINs are typed on the sheet."
      />
      {answers.length > 0 && (
        <table className="mt-2 w-full text-left">
          <caption className="sr-only">What was understood</caption>
          <thead>
            <tr className="border-b border-rule-2 text-small text-ink-2">
              <th scope="col">Line</th>
              <th scope="col">Name</th>
              <th scope="col">Setting</th>
              <th scope="col">Value</th>
            </tr>
          </thead>
          <tbody>
            {answers.slice(0, 300).map(({ line, name, typed, row, value, problems }) => (
              <tr key={`${line} ${name}`} className="border-b border-rule align-top">
                <td>{line}</td>
                <td className="break-words">{name}</td>
                <td>{row === null ? <strong>matched to nothing</strong> : station.speaker.setting(row.key)}</td>
                <td className="mono break-words">
                  {row !== null && value !== null ? showValue(row.of, value) : typed}
                  {problems.map((one) => (
                    <span key={one.code} className="block font-semibold">
                      {sentence(one)}
                    </span>
                  ))}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {answers.length > 0 && (
        <div className="mt-3">
          <Press why={good.length === 0 ? 'None of these could be understood as a setting.' : null} onPress={take}>
            Take {good.length === 1 ? 'one answer' : `${good.length} answers`}
          </Press>
        </div>
      )}
    </section>
  );
};

export const AskPart = ({ station }: { station: Station }) => {
  const [noting, setNoting] = useState<Ask | null>(null);
  const groups = askList(station.state, station.rules.profiles);
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <p className="grow">
          {groups.length === 0
            ? 'Nothing is left to ask.'
            : `${groups.reduce((sum, { asks }) => sum + asks.length, 0)} settings are still unknown.`}
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
      {groups.map((group) => (
        <Group key={group.supplier} station={station} group={group} note={setNoting} />
      ))}
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
    </>
  );
};
