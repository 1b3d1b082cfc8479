// What a device answered: asked for, pasted, kept, and held against the sheet.
import { useDeferredValue, useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import { isUlid, type ElementId } from '@green-lamp/core/name';
import { comparePos, type Entry } from '@green-lamp/core/journal';
import { type Profile, shippedProfiles } from '@green-lamp/core/sheet';
import type { Offer } from '@green-lamp/core/walk';
import { answerWords } from '@green-lamp/core/sheet';
import { mask, mostAnswer } from '@green-lamp/core/wire';
import { CautionNote } from '../../../../parts/CautionNote.tsx';
import { PathTabs, usePath } from '../../../../parts/PathTabs.tsx';
import { Empty, Waiting } from '../../../../parts/State.tsx';
import { useDraft } from '../../../../parts/use-draft.ts';
import { type Capture, captureOf, keepCapture, type Taking, takeOffers, takenFrom } from '../../../../commands/take.ts';
import { keptText } from '../../../../store/blobs.ts';
import { tell } from '../../../../store/live.ts';
import { askModem, keepDialogue, lookAtYard, useYard } from '../../../../store/yard.ts';
import type { Station } from '../../../../store/use-station.ts';
import { Offers } from './Offers.tsx';

const asksOf = (profiles: readonly Profile[]): readonly string[] =>
  (profiles.find(({ role }) => role === 'modem') ?? shippedProfiles.find(({ role }) => role === 'modem'))?.asks ?? [];

/** Which kept text is open stands in the address. */
const useCapture = (): { open: string | null; show: (id: string | null) => void } => {
  const [search, setSearch] = useSearchParams();
  return {
    open: search.get('text'),
    show: (id) => {
      const to = new URLSearchParams(search);
      if (id === null) to.delete('text');
      else to.set('text', id);
      setSearch(to, { replace: true });
    },
  };
};

const Pasted = ({ station, path, kept }: { station: Station; path: ElementId | null; kept: (id: string) => void }) => {
  const words = answerWords(station.rules.profiles);
  const [text, setText, drop] = useDraft(`bench ${station.stream} ${path ?? ''}`, '', (of) => mask(of, words));
  const looked = useDeferredValue(text);
  const keep = async (taking: readonly { offer: Offer; as: Taking }[]): Promise<void> => {
    const id = await keepCapture(station, path, text);
    if (id === null) return;
    if (taking.length > 0) await takeOffers(station, { id, path, simulated: false }, taking);
    drop();
    kept(id);
  };
  return (
    <>
      <label htmlFor="answered" className="font-semibold">
        What the device answered
      </label>
      <textarea
        id="answered"
        className="input mono"
        rows={text === '' ? 5 : 8}
        spellCheck={false}
        value={text}
        aria-describedby="answered-hint"
        onChange={({ target }) => {
          setText(target.value);
        }}
      />
      <p id="answered-hint" className="text-note text-ink-2">
        Paste a modem’s answers, as they came, or the text of a status page. Passwords and PINs are masked before anything is kept. At most{' '}
        {mostAnswer / 1024} KiB are read.
      </p>
      {looked.trim() !== '' && (
        <>
          <div className="flex flex-wrap gap-3">
            <button type="button" className="button" onClick={() => void keep([]).catch(tell)}>
              Keep this text
            </button>
            <button type="button" className="button" onClick={drop}>
              Clear it
            </button>
          </div>
          <Offers
            station={station}
            path={path}
            text={looked}
            simulated={false}
            taken={new Set()}
            take={(taking) => void keep(taking).catch(tell)}
          />
        </>
      )}
    </>
  );
};

type Fetched = { readonly is: 'asking' | 'gone' } | { readonly is: 'here'; readonly text: string };

const useKeptText = (entry: Entry): Fetched => {
  const [fetched, setFetched] = useState<Fetched>({ is: 'asking' });
  const [hash] = entry.blobs ?? [];
  useEffect(() => {
    let left = false;
    const look = async (): Promise<void> => {
      const text = hash === undefined ? null : await keptText(hash).catch(() => null);
      if (!left) setFetched(text === null ? { is: 'gone' } : { is: 'here', text });
    };
    void look();
    return () => {
      left = true;
    };
  }, [hash]);
  return fetched;
};

const Kept = ({ station, capture, at, close }: { station: Station; capture: Capture; at: number; close: () => void }) => {
  const fetched = useKeptText(capture.entry);
  const { id } = capture.entry;
  return (
    <section aria-label="Kept text" className="flex flex-col gap-3">
      <div className="flex flex-wrap items-center gap-3">
        <h3 className="grow font-bold">
          {capture.about}
          {capture.simulated && ' · simulated'}
          <span className="block text-small font-normal text-ink-2">
            {station.speaker.when(at)} by {station.speaker.who(capture.entry.who)}
            {capture.path !== null && `, ${station.speaker.element(capture.path)}`}
          </span>
        </h3>
        <button type="button" className="button" onClick={close}>
          Close it
        </button>
      </div>
      {fetched.is === 'asking' && <Waiting>Fetching the text…</Waiting>}
      {fetched.is === 'gone' && <Empty>This browser has not kept the text, and the desk does not answer or no longer has it.</Empty>}
      {fetched.is === 'here' && (
        <>
          <Offers
            station={station}
            path={capture.path}
            text={fetched.text}
            simulated={capture.simulated}
            taken={takenFrom(station, id)}
            take={(taking) => void takeOffers(station, { id, path: capture.path, simulated: capture.simulated }, taking).catch(tell)}
          />
          <details>
            <summary className="flex min-h-11 items-center font-semibold">The text as it is kept</summary>
            <pre
              className="mono max-h-96 overflow-auto border border-rule-2 bg-slip p-2 whitespace-pre-wrap"
              tabIndex={0}
              aria-label="Kept text, masked"
            >
              {fetched.text}
            </pre>
          </details>
        </>
      )}
    </section>
  );
};

const Asking = ({
  station,
  path,
  asks,
  done,
}: {
  station: Station;
  path: ElementId;
  asks: readonly string[];
  done: (id: string) => void;
}) => {
  const [busy, setBusy] = useState(false);
  const places = useYard((yard) => yard.places[station.stream]);
  useEffect(() => void lookAtYard(station.stream), [station.stream]);
  const virtual = places?.find((place) => place.path === path && place.modem);
  const read = async (): Promise<void> => {
    setBusy(true);
    try {
      await askModem(station.stream, path, asks.map((ask) => `${ask}\r`).join(''));
      const { entry } = await keepDialogue(station.stream, path);
      done(entry);
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="flex flex-wrap items-start gap-3">
      <details className="grow">
        <summary className="link flex min-h-11 items-center">What to ask a modem</summary>
        <pre className="mono border border-rule-2 bg-slip p-2" tabIndex={0} aria-label="Commands to ask">
          {asks.join('\n')}
        </pre>
        <p className="text-small text-ink-2">
          In this order; each answer ends in OK or an error. Copy them, and paste back all that comes.
        </p>
      </details>
      {virtual !== undefined && (
        <button type="button" className="button" aria-disabled={busy} onClick={() => void (busy ? undefined : read().catch(tell))}>
          {busy ? 'Asking…' : 'Read the virtual modem (simulated)'}
        </button>
      )}
    </div>
  );
};

export const AnsweredPart = ({ station }: { station: Station }) => {
  const uses = station.line.strands.map(({ use }) => use);
  const use = usePath(uses);
  const { open, show } = useCapture();
  const captures = station.entries
    .flatMap((placed) => {
      const capture = captureOf(placed.entry);
      return capture === null ? [] : [{ ...placed, capture }];
    })
    .sort((a, b) => comparePos(b.pos, a.pos));
  const shown = isUlid(open) ? captures.find(({ entry }) => entry.id === open) : undefined;
  const path = use?.path ?? null;
  return (
    <div className="flex flex-col gap-4">
      <PathTabs uses={uses} name={station.speaker.element} />
      <CautionNote of="leads" />
      {path !== null && <Asking station={station} path={path} asks={asksOf(station.rules.profiles)} done={show} />}
      {shown === undefined ? (
        <Pasted key={path} station={station} path={path} kept={show} />
      ) : (
        <Kept
          key={shown.entry.id}
          station={station}
          capture={shown.capture}
          at={shown.pos.ord}
          close={() => {
            show(null);
          }}
        />
      )}
      <section aria-label="Kept texts">
        <h3 className="mb-1 font-bold">Kept texts</h3>
        {captures.length === 0 && <p className="text-ink-2">None yet.</p>}
        <ul>
          {captures.slice(0, 50).map(({ entry, pos, capture, waits }) => (
            <li key={entry.id} className="border-b border-rule">
              <button
                type="button"
                className="flex min-h-11 w-full flex-wrap items-center gap-x-4 px-2 text-left"
                aria-pressed={entry.id === shown?.entry.id}
                onClick={() => {
                  show(entry.id);
                }}
              >
                <span>{station.speaker.when(pos.ord)}</span>
                <span className="font-semibold">
                  {capture.about}
                  {capture.simulated && ' · simulated'}
                </span>
                {capture.path !== null && <span className="text-note text-ink-2">{station.speaker.element(capture.path)}</span>}
                {waits && <span className="text-small font-semibold">waits to be delivered</span>}
              </button>
            </li>
          ))}
        </ul>
        {captures.length > 50 && <p className="text-note text-ink-2">{captures.length - 50} older ones stand in the record.</p>}
      </section>
    </div>
  );
};
