// A message to somebody who does not know us: read, copied or saved, and noted as sent with the day on which it is chased.
import { useState } from 'react';
import { counted, dayIn } from '@green-lamp/core/quantity';
import { chaseDay, type Message, messageText } from '@green-lamp/core/walk';
import { noteSent } from '../../../../../commands/plan.ts';
import { Field } from '../../../../../parts/Field.tsx';
import { toWhom } from '../../../../../parts/supplier-words.ts';
import { Tick } from '../../../../../parts/Tick.tsx';
import { Window } from '../../../../../parts/Window.tsx';
import { tell } from '../../../../../store/live.ts';
import type { Station } from '../../../../../store/use-station.ts';
import { handOut } from '../../handover/journal-file.ts';

export const MessageWindow = ({ station, message, close }: { station: Station; message: Message; close: () => void }) => {
  const [all, setAll] = useState(!message.asks.some(({ first }) => first));
  const [asked, setAsked] = useState(message.asks.find(({ note }) => (note?.asked ?? '') !== '')?.note?.asked ?? '');
  const [ticket, setTicket] = useState('');
  const [copied, setCopied] = useState(false);
  const name = station.state.station?.name ?? 'Station';
  const shown = { ...message, asks: all ? message.asks : message.asks.filter(({ first }) => first) };
  const text = messageText(name, shown);
  const today = dayIn(station.now, station.zone);
  const chaseOn = chaseDay(message.to, today, message.latest);
  const rest = message.asks.filter(({ first }) => !first).length;
  return (
    <Window open close={close} title={`Write to ${toWhom[message.to]}`}>
      <div className="flex flex-col gap-3">
        {rest > 0 && rest < message.asks.length && (
          <Tick
            done={all}
            press={() => {
              setAll(!all);
              setCopied(false);
            }}
          >
            Ask for the {counted(rest, 'value')} that can wait, too
          </Tick>
        )}
        <textarea readOnly aria-label="The message" className="input mono" rows={14} value={text} />
        <div className="flex flex-wrap items-center gap-3">
          <button
            type="button"
            className="button"
            onClick={() => {
              navigator.clipboard
                .writeText(text)
                .then(() => {
                  setCopied(true);
                })
                .catch(() => {
                  tell(new Error('This browser does not let the page copy. Mark the text and copy it by hand, or save it.'));
                });
            }}
          >
            Copy it
          </button>
          <button
            type="button"
            className="button"
            onClick={() => {
              handOut(`${name} to ${toWhom[message.to]}.txt`, text, 'text/plain');
            }}
          >
            Save it
          </button>
          <span role="status">{copied ? 'Copied.' : ''}</span>
        </div>
        <form
          className="flex flex-wrap items-end gap-3 border-t border-rule-2 pt-3"
          onSubmit={(event) => {
            event.preventDefault();
            const keys = [...shown.asks.map(({ key }) => key), ...shown.tells.flatMap(({ keys: of }) => of)];
            noteSent(station, keys, { asked: asked.trim(), ticket: ticket.trim(), askedOn: today, chaseOn }).then(close, tell);
          }}
        >
          <div className="min-w-40 grow">
            <Field label="Sent to" value={asked} change={setAsked} hint="A person is chased more easily than an office." />
          </div>
          <div className="w-36">
            <Field label="Ticket" value={ticket} change={setTicket} mono hint="If there is one." />
          </div>
          <button type="submit" className="button button-main mb-7">
            It is sent
          </button>
          <p className="w-full text-note text-ink-2">
            {chaseOn === null ? '' : `Whoever has not answered is chased on ${chaseOn}.`} Answers are pasted under ‘Answers that came back’.
          </p>
        </form>
      </div>
    </Window>
  );
};
