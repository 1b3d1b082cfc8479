// What waits, and what the desk did not accept, with the reason. Nothing that a person wrote is ever thrown away by itself.
import { Link } from 'react-router';
import { readEntry, sayEntry, speakerOf, emptyState } from '@green-lamp/core/journal';
import { isSha256, peopleStream } from '@green-lamp/core/name';
import { Window } from '../../parts/Window.tsx';
import { Press } from '../../parts/Press.tsx';
import { db } from '../../store/db.ts';
import { blobsOf } from '../../store/blobs.ts';
import { offerAgain } from '../../store/deliver.ts';
import { sharedNow } from '../../store/device.ts';
import { tell } from '../../store/live.ts';
import { useLiveQuery } from '../../store/use-stream.ts';

const said = (text: string): string => {
  const read = readEntry(text);
  return read.ok
    ? sayEntry(
        read.value,
        speakerOf(emptyState(peopleStream), () => null, sharedNow(), 'UTC'),
      )
    : 'An entry that can’t be read.';
};

/** What a device said stands in a text of its own beside its entry: it can be read and copied here, whatever becomes of the entry. */
const ItsTexts = ({ of }: { of: string }) => {
  const texts = useLiveQuery(async () => (await db.blobs.bulkGet(blobsOf(of).filter(isSha256))).flatMap((blob) => blob?.text ?? []), [of]);
  return texts?.map((text, i) => (
    <details key={i} className="my-1">
      <summary>Its text, {text.length} characters</summary>
      <pre className="mono max-h-48 overflow-auto whitespace-pre-wrap" tabIndex={0} aria-label="The text">
        {text}
      </pre>
      <Press onPress={() => void navigator.clipboard.writeText(text).catch(tell)}>Copy it</Press>
    </details>
  ));
};

export const DeliveryWindow = ({ open, close }: { open: boolean; close: () => void }) => {
  const rows = useLiveQuery(async () => ({ waiting: await db.queue.orderBy('q').toArray(), refused: await db.refused.toArray() }), []);
  return (
    <Window
      open={open}
      close={close}
      title="Delivery"
      about="Every entry is in this browser's own store first. It is delivered when the desk answers."
    >
      <p className="mb-4">
        <Link className="link" to="/here" onClick={close}>
          What this browser keeps at hand
        </Link>
      </p>
      <h3 className="mb-2 font-bold">Not accepted</h3>
      {rows?.refused.length === 0 && <p className="mb-4 text-ink-2">None.</p>}
      <ul className="mb-4 flex flex-col gap-3">
        {rows?.refused.map((row) => (
          <li key={row.id} className="slip">
            <p className="font-semibold break-words">{said(row.text)}</p>
            <ItsTexts of={row.text} />
            <p className="my-1">{row.problems.map(({ sentence }) => sentence).join(' ')}</p>
            <div className="flex gap-3">
              <Press onPress={() => void offerAgain(row.id)}>Offer it again</Press>
              <Press onPress={() => void db.refused.delete(row.id)}>Put it away for good</Press>
            </div>
          </li>
        ))}
      </ul>
      <h3 className="mb-2 font-bold">Waiting{rows === undefined ? '' : `: ${rows.waiting.length}`}</h3>
      <ul className="max-h-72 overflow-y-auto" tabIndex={0} aria-label="Waiting entries">
        {rows?.waiting.slice(0, 200).map((row) => (
          <li key={row.id} className="border-b border-rule py-1 break-words">
            {said(row.text)}
          </li>
        ))}
      </ul>
    </Window>
  );
};
