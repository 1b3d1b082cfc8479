// Who came in, when and by what; codes, passwords and tokens that were made; roles that were given.
import { useMemo, useState } from 'react';
import { accessStream, peopleStream, type Stream } from '@green-lamp/core/name';
import { instant, sayWhen } from '@green-lamp/core/quantity';
import { emptyState, readEntry, sayEntry, speakerOf } from '@green-lamp/core/journal';
import { Field } from '../../parts/Field.tsx';
import { Empty, Waiting } from '../../parts/State.tsx';
import { db } from '../../store/db.ts';
import { useLiveQuery, useNow, usePeople, useStream } from '../../store/use-stream.ts';

const most = 500;
const rowsOf = (stream: Stream) => db.kept.where('stream').equals(stream).toArray();

export const AuditPart = () => {
  useStream(accessStream);
  const people = usePeople();
  const now = useNow();
  const [find, setFind] = useState('');
  const kept = useLiveQuery(async () => [...(await rowsOf(accessStream)), ...(await rowsOf(peopleStream))], []);
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  const lines = useMemo(() => {
    const speaker = speakerOf(emptyState(peopleStream), (person) => people[person] ?? null, now, zone);
    return (kept ?? [])
      .toSorted((a, b) => b.received - a.received)
      .flatMap(({ id, text, received }) => {
        const read = readEntry(text);
        return read.ok ? [{ id, received, by: speaker.who(read.value.who), says: sayEntry(read.value, speaker) }] : [];
      })
      .filter(({ by, says }) => `${by} ${says}`.toLowerCase().includes(find.trim().toLowerCase()));
  }, [kept, people, now, zone, find]);
  if (kept === undefined) return <Waiting>Reading…</Waiting>;
  return (
    <>
      <div className="max-w-96 py-2">
        <Field label="Find in it" value={find} change={setFind} />
      </div>
      {lines.length === 0 && <Empty>Nothing of this kind is kept here.</Empty>}
      <ol aria-label="Who came in">
        {lines.slice(0, most).map(({ id, received, by, says }) => (
          <li key={id} className="border-b border-rule py-1">
            <span className="mono mr-3 text-note">{sayWhen(instant(received), now, zone)}</span>
            {says} <span className="text-note text-ink-2">Entered by {by}.</span>
          </li>
        ))}
      </ol>
      {lines.length > most && (
        <p className="py-2 text-ink-2">
          The newest {most} of {lines.length} are shown: find narrows them.
        </p>
      )}
    </>
  );
};
