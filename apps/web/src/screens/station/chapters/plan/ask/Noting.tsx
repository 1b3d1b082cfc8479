// What was asked: of whom, when, and when it is chased.
import { useState } from 'react';
import type { Ask } from '@green-lamp/core/walk';
import { noteAsk } from '../../../../../commands/plan.ts';
import { Field } from '../../../../../parts/Field.tsx';
import { Window } from '../../../../../parts/Window.tsx';
import type { Station } from '../../../../../store/use-station.ts';

export const Noting = ({ station, ask, close }: { station: Station; ask: Ask; close: () => void }) => {
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
