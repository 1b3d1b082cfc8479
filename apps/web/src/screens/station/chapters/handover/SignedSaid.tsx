// How work ended last, in the record: who signed, what was accepted and why, and 'unfinished' on every page where it is.
import { lampWords } from '@green-lamp/core/name';
import { readData } from '@green-lamp/core/journal';
import { verdictWords } from '@green-lamp/core/lamp';
import { endedOf, endingWords } from '@green-lamp/core/walk';
import type { Station } from '../../../../store/use-station.ts';

/** The entry by which it was signed, as it was written. */
const signedEntry = ({ state, entries }: Station) => {
  const id = state.signed?.id;
  const found = entries.find(({ entry }) => entry.id === id)?.entry;
  const read = found === undefined ? null : readData(found);
  return read?.ok === true && read.value?.kind === 'signed.off' ? read.value.data : null;
};

export const SignedSaid = ({ station }: { station: Station }) => {
  const { state, speaker, now } = station;
  const ended = endedOf(state, now, speaker);
  const of = signedEntry(station);
  if (ended === null || of === null || state.signed === null)
    return <p className="mt-1 border-2 border-ink px-3 py-1 font-semibold">Not signed off: this is work in hand.</p>;
  const accepted = of.lamps.filter(({ reason }) => reason !== '');
  return (
    <section aria-label="Signed off" className="mt-2 border-2 border-ink px-3 py-2">
      {of.ending === 'unfinished' && (
        <p aria-hidden="true" className="hidden text-head font-bold print:fixed print:top-0 print:right-0 print:block">
          UNFINISHED
        </p>
      )}
      <h3 className="font-bold">
        {endingWords[of.ending]}, signed by {of.name}, {speaker.when(state.signed.pos.ord)}
      </h3>
      {ended.since && <p className="font-semibold">Something was changed on a device, or the station was moved, since it was signed.</p>}
      {of.returns !== null && (
        <p>
          {of.returns.who} returns by {speaker.when(of.returns.by)}.
        </p>
      )}
      {of.untrue !== '' && <p>The desk must not believe until then: {of.untrue}.</p>}
      {of.words !== '' && <p>{of.words}</p>}
      {accepted.length > 0 && (
        <ul aria-label="Accepted as weak">
          {accepted.map(({ lamp, path, reason, is }) => (
            <li key={`${lamp} ${path ?? ''}`}>
              {lampWords[lamp]}
              {path !== null && `, ${speaker.element(path)}`}, {verdictWords[is]}, accepted: {reason}
            </li>
          ))}
        </ul>
      )}
      {of.signature !== null && (
        <svg viewBox="0 0 600 200" role="img" aria-label={`Signature of ${of.name}`} className="mt-1 h-24">
          <path d={of.signature} fill="none" stroke="var(--ink)" strokeWidth="3" strokeLinecap="round" strokeLinejoin="round" />
        </svg>
      )}
      <p className="text-note text-ink-2">
        Judged by house rules {of.house.id} version {of.house.version} <span className="mono">{of.house.hash.slice(0, 12)}</span>
        {of.head !== null && (
          <>
            ; head of the chain then <span className="mono">{of.head.slice(0, 12)}</span>
          </>
        )}
        .
      </p>
    </section>
  );
};
