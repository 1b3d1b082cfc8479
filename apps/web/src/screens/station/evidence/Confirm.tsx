// At somebody else's desk: note the event that is made, then what they read back of it, or the line of their own log.
import { useState } from 'react';
import { type ElementId, isElementId } from '@green-lamp/core/name';
import { plainZone } from '@green-lamp/core/evidence';
import { accountsOf } from '@green-lamp/core/lamp';
import { type LogLine, readLog } from '@green-lamp/core/walk';
import { Choose, Field } from '../../../parts/Field.tsx';
import { Press } from '../../../parts/Press.tsx';
import { append } from '../../../store/append.ts';
import { keepText } from '../../../store/blobs.ts';
import { sharedNow } from '../../../store/device.ts';
import { tell } from '../../../store/live.ts';
import type { Station } from '../../../store/use-station.ts';

type Made = Station['state']['made'][number];
/** How far their clock may be from ours. */
const sameTime = 120_000;

const MakeEvent = ({ station, path }: { station: Station; path: ElementId | null }) => {
  const [event, setEvent] = useState('');
  const [zone, setZone] = useState('');
  const [over, setOver] = useState<string>(path ?? station.line.strands[0]?.use.path ?? '');
  return (
    <div className="flex flex-col gap-2">
      <Field label="Event that you make now" value={event} change={setEvent} />
      <Field label="Its zone (empty where it has none)" value={zone} change={setZone} mono />
      <Choose
        label="Over path"
        value={over}
        change={setOver}
        empty="not known"
        of={station.line.strands.map(({ use }) => ({ value: use.path, label: station.speaker.element(use.path) }))}
      />
      <Press
        why={event.trim() === '' ? 'Say which event it is.' : null}
        onPress={() => {
          const data = {
            path: isElementId(over) ? over : null,
            zone: plainZone(zone),
            is: 'alarm' as const,
            event: event.trim().slice(0, 32),
            words: '',
          };
          append(station.stream, [{ kind: 'event.made', data }]).catch(tell);
          setEvent('');
        }}
      >
        I make it now
      </Press>
    </div>
  );
};

const ReadBack = ({ station, made }: { station: Station; made: Made }) => {
  const [person, setPerson] = useState('');
  const [words, setWords] = useState('');
  return (
    <div className="flex flex-col gap-2">
      <Field label="Who read it back" value={person} change={setPerson} hint="By word: weak at most." />
      <Field label="What they read" value={words} change={setWords} />
      <Press
        why={person.trim() === '' || words.trim() === '' ? 'Write down who read it back and what.' : null}
        onPress={() => {
          const { path, zone, is, event } = made;
          const at = sharedNow();
          const data = { how: 'read back' as const, person: person.trim(), path, zone, is, event, at, line: null, words: words.trim() };
          append(station.stream, [{ kind: 'call.confirmed', data }]).catch(tell);
          setWords('');
        }}
      >
        They read it back
      </Press>
    </div>
  );
};

const TheirLog = ({ station, made }: { station: Station; made: Made }) => {
  const [text, setText] = useState('');
  const accounts = accountsOf(station.state);
  const lines = text === '' ? [] : readLog(text, station.zone);
  const fits = (line: LogLine): boolean =>
    accounts.includes(line.account) && line.zone === made.zone && Math.abs(line.at - made.pos.ord) <= sameTime;
  const line = lines.find(fits);
  const why =
    text === ''
      ? 'Paste their log: a table with a head of account, time and zone.'
      : lines.length === 0
        ? 'No line with an account and a time could be read: it needs a head line.'
        : line === undefined
          ? `None of its lines (${lines.length}) has this account and zone within two minutes of the event.`
          : null;
  const take = async (): Promise<void> => {
    if (line === undefined) return;
    const blob = await keepText(text);
    const data = {
      how: 'log' as const,
      person: 'their log',
      path: made.path,
      zone: made.zone,
      is: line.is ?? made.is,
      event: line.event.trim() === '' ? made.event : line.event,
      at: line.at,
      line: line.n,
      words: '',
    };
    await append(station.stream, [{ kind: 'call.confirmed', data, blobs: [blob] }]);
    setText('');
  };
  return (
    <div className="flex flex-col gap-2">
      <Field label="Their own log, pasted" value={text} change={setText} many rows={3} mono />
      <Press why={why} onPress={() => void take().catch(tell)}>
        {line === undefined ? 'Take the line' : `Take line ${line.n}`}
      </Press>
    </div>
  );
};

export const Confirm = ({ station, path }: { station: Station; path: ElementId | null }) => {
  const made = station.state.made.at(-1);
  return (
    <section aria-label="At the other desk" className="flex flex-col gap-3 border-t border-rule pt-2">
      <p className="text-note">The station reports to somebody else’s desk: nothing arrives here by itself.</p>
      <MakeEvent station={station} path={path} />
      {made !== undefined && (
        <>
          <p>
            Made {station.speaker.when(made.pos.ord)}: <strong>{made.event}</strong>
            {made.zone !== null && `, zone ${made.zone}`}
          </p>
          <ReadBack station={station} made={made} />
          <TheirLog station={station} made={made} />
        </>
      )}
    </section>
  );
};
