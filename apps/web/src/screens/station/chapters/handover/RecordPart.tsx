// The record of the station, to be printed, and its whole journal as a file that can be judged anywhere.
import { useState } from 'react';
import { inOrder, sayFault, speakerOf, type Verified, verifyJournal } from '@green-lamp/core/journal';
import { judging, type NamedRules, ringAfter } from '@green-lamp/core/lamp';
import { isSha256 } from '@green-lamp/core/name';
import { counted, instant, wallTime } from '@green-lamp/core/quantity';
import { recordOf } from '@green-lamp/core/walk';
import { tell } from '../../../../store/live.ts';
import { usePeople } from '../../../../store/use-stream.ts';
import type { Station } from '../../../../store/use-station.ts';
import { gather, packed } from './bundle-file.ts';
import { handOut, journalFile } from './journal-file.ts';
import { SignedSaid } from './SignedSaid.tsx';
import { PicturesShown, SketchMap, SketchShown } from './SketchMap.tsx';
import { drawnPictures } from './record-pictures.ts';
import { EvidenceList, FindingList, LampTable, SettingTables } from './RecordTables.tsx';

/** Seen from here every instant is told with its day and year: the record is read long after. */
const longAgo = instant(0);
const roleWords: { readonly [R in NamedRules['role']]: string } = {
  house: 'House rules',
  modem: 'Profile of the modem',
  unit: 'Profile of the unit',
};

const RulesSaid = ({ named }: { named: readonly NamedRules[] }) => (
  <ul>
    {named.map(({ role, id, version, hash, name, adopted, missing }) => (
      <li key={role}>
        {roleWords[role]}: {name === '' ? id : name}, {id} version {version} <span className="mono text-small">{hash.slice(0, 12)}</span>,{' '}
        {missing ? 'adopted, but its text is not here: judged by what ships' : adopted ? 'adopted' : 'what ships, nothing adopted'}.
      </li>
    ))}
  </ul>
);

export const RecordPart = ({ station: here }: { station: Station }) => {
  const people = usePeople();
  const station = { ...here, speaker: speakerOf(here.state, (person) => people[person] ?? null, longAgo, here.zone) };
  const [verified, setVerified] = useState<Verified | null>(null);
  const [packing, setPacking] = useState<string | null>(null);
  const [making, setMaking] = useState(false);
  const { state, speaker, zone, now, head, entries } = station;
  const waiting = entries.filter(({ waits }) => waits).length;
  const simulated = Object.values(state.evidence).some((evidence) => evidence.simulated);
  const name = state.station?.name ?? 'station';
  const download = async (): Promise<void> => {
    const text = await journalFile(station.stream);
    handOut(`${name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}-journal.json`, text);
  };
  const pdf = async (): Promise<void> => {
    setMaking(true);
    try {
      const { recordPdf } = await import('../../../../store/record-pdf.ts');
      const after = ringAfter(judging(state, { ...station.rules, heard: station.beside?.heard ?? [], now }));
      const doc = recordOf({
        ...station,
        entries: inOrder(entries),
        head: isSha256(head) ? head : null,
        ring: after === null ? null : instant(after),
      });
      const drawn = await drawnPictures(doc.pictures.map(({ hash }) => hash));
      handOut(`${name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}-record.pdf`, await recordPdf(doc, drawn), 'application/pdf');
    } finally {
      setMaking(false);
    }
  };
  const bundle = async (): Promise<void> => {
    const head = station.head;
    if (!isSha256(head)) throw new Error('The desk has kept nothing of this station yet: deliver what waits first.');
    setPacking('Gathering what belongs to it…');
    try {
      const gathered = await gather(station, head);
      handOut(`${name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}.zip`, await packed(station.stream, gathered), 'application/zip');
      const files = counted(Object.keys(gathered.files).length, 'file');
      setPacking(
        gathered.absent.length === 0
          ? `Saved: ${files}, each with its SHA-256 in the manifest.`
          : `Saved: ${files}. ${counted(gathered.absent.length, 'text or picture', 'texts or pictures')} that entries name could not be had.`,
      );
    } catch (error) {
      setPacking(null);
      throw error;
    }
  };
  const verify = async (): Promise<void> => {
    setVerified(verifyJournal(new TextEncoder().encode(await journalFile(station.stream)), head));
  };
  const { day, time } = wallTime(now, zone);
  return (
    <>
      <div className="flex flex-wrap items-center gap-3 print:hidden">
        <button
          type="button"
          className="button"
          onClick={() => {
            window.print();
          }}
        >
          Print the record
        </button>
        <button type="button" className="button" disabled={making} onClick={() => void pdf().catch(tell)}>
          {making ? 'Making the PDF…' : 'Save the record (PDF)'}
        </button>
        <button type="button" className="button" onClick={() => void download().catch(tell)}>
          Save the whole journal (JSON)
        </button>
        <button type="button" className="button" onClick={() => void bundle().catch(tell)}>
          Save it all in one file (zip)
        </button>
        <button type="button" className="button" onClick={() => void verify().catch(tell)}>
          Verify it here
        </button>
        {verified !== null && (
          <p role="status" className="basis-full font-semibold">
            {verified.ok
              ? `Sound: ${counted(verified.kept, 'entry', 'entries')} kept and ${verified.waiting} waiting; the chain ends in ${verified.head.slice(0, 12)}.`
              : sayFault(verified)}
          </p>
        )}
        {packing !== null && (
          <p role="status" className="basis-full font-semibold">
            {packing}
          </p>
        )}
        {waiting > 0 && (
          <p className="basis-full border-2 border-ink px-3 py-2 text-note">
            {counted(waiting, 'entry waits', 'entries wait')} to be delivered: the head of the chain does not cover{' '}
            {waiting === 1 ? 'it' : 'them'} yet.
          </p>
        )}
      </div>
      <SketchMap station={station} />
      <article aria-label="Record" className="mt-3">
        <h2 className="text-head font-bold">Record of {name}</h2>
        <p>
          As of {day}, {time} ({zone}).{' '}
          {state.placed?.place === 'site' ? `Fitted at ${state.placed.where || 'its site'}.` : 'On the bench.'} The station is{' '}
          <strong>{station.line.station}</strong>.
        </p>
        <SignedSaid station={station} />
        {simulated && (
          <p className="mt-1 border-2 border-ink px-3 py-1 font-semibold">
            Some of this is simulated: it was made in the yard, and says so where it stands. It proves nothing of the real equipment.
          </p>
        )}
        {state.station?.demo === true && <p className="font-semibold">Demo data: the station does not exist.</p>}
        <SketchShown station={station} />
        <PicturesShown station={station} />
        <section aria-label="Judged by">
          <h3 className="mt-4 mb-1 font-bold">Judged by</h3>
          <RulesSaid named={station.rules.named} />
        </section>
        <LampTable station={station} />
        <FindingList station={station} />
        <SettingTables station={station} />
        <EvidenceList station={station} />
        <section aria-label="Chain">
          <h3 className="mt-4 mb-1 font-bold">The journal behind it</h3>
          <p>
            {counted(entries.length, 'entry', 'entries')}, {waiting} of them not yet at the desk. Head of the chain:{' '}
            <span className="mono break-all">{head ?? 'not known here yet'}</span>
          </p>
          <p className="text-note text-ink-2">
            The saved journal is judged by: npm run -s greenlamp -- verify FILE --head {head === null ? 'HEAD' : head.slice(0, 12)}. Without
            the head, a tail that was cut off cleanly would not show.
          </p>
          <p className="text-note text-ink-2">
            Secrets are not in this record, nor in the journal: they are kept sealed at the desk. Times: {zone}.{' '}
            {speaker.who({ part: 'desk' })} is this program’s own listener.
          </p>
        </section>
      </article>
    </>
  );
};
