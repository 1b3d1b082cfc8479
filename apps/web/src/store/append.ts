// Writes entries: into this browser's own store first, then into the queue's way out.
import { isUlid, peopleStream, type Sha256, sure, type Stream, type Ulid } from '@green-lamp/core/name';
import { advance, type DataOf, doorFaults, type KindName, placedEntry, readData, textOf, write } from '@green-lamp/core/journal';
import { may } from '@green-lamp/core/api';
import { sentence } from '@green-lamp/core/problem';
import { sealTo } from '@green-lamp/core/wire';
import { db, type SealedSecret } from './db.ts';
import { choosePerson, currentSkew, deviceId, deviceNow, newId } from './device.ts';
import { foldedStream } from './fold.ts';
import { inWords } from './full.ts';
import { useLive } from './live.ts';
import { deliverSoon } from './deliver.ts';
import { keepOwn } from './taken.ts';

export type Draft = { [N in KindName]: { kind: N; data: DataOf<N>; re?: readonly Ulid[]; blobs?: readonly Sha256[] } }[KindName];

/** Appends entries to a stream in order, each having seen the ones before it. Nothing is written where one of them is not sound. Gives their ids. `by`: whoever did it, where somebody else may work here by now. */
export const append = async (
  stream: Stream,
  drafts: readonly Draft[],
  secrets: readonly SealedSecret[] = [],
  by?: Ulid,
): Promise<readonly Ulid[]> => {
  const person = by ?? useLive.getState().person;
  if (person === null) {
    useLive.setState({ askPerson: true });
    throw new Error('Say first who you are.');
  }
  const { signedIn } = useLive.getState();
  if (signedIn !== null && !may(signedIn.role, 'entries.append'))
    throw new Error(`${signedIn.name} reads here, and enters nothing. A lead can give another role.`);
  const ids: Ulid[] = [];
  useLive.setState(({ writing }) => ({ writing: writing + 1 }));
  try {
    await db.transaction('rw', db.kept, db.queue, async () => {
      const { state } = await foldedStream(stream);
      let since = state.last?.ord ?? 0;
      let now = state;
      for (const draft of drafts) {
        const pen = { id: newId(), at: deviceNow(), skew: currentSkew(), since, who: { person, device: deviceId() } };
        const entry = write(pen, stream, draft.kind, draft.data as never, {
          ...(draft.re === undefined ? {} : { re: draft.re }),
          ...(draft.blobs === undefined ? {} : { blobs: draft.blobs }),
        }); // kind and data come from one draft
        const judged = readData(entry);
        const faults = !judged.ok ? judged.problems : judged.value === null ? [] : doorFaults(entry, judged.value, now);
        if (faults.length > 0) throw new Error(faults.map((of) => sentence(of)).join(' '));
        since = Math.max(entry.at + (entry.skew ?? 0), since + 1);
        now = advance(now, [placedEntry(entry, null)]) ?? now;
        const text = textOf(entry);
        ids.push(entry.id);
        await db.queue.add({ id: entry.id, stream, text, person, secrets: secrets.filter(({ ref }) => text.includes(ref)) });
      }
    });
    useLive.setState({ waiting: await db.queue.count() });
  } catch (error) {
    throw inWords(error);
  } finally {
    useLive.setState(({ writing }) => ({ writing: writing - 1 }));
  }
  deliverSoon();
  return ids;
};

/** Adds a person who is new here and lets them work at this browser. */
export const addPerson = async (name: string): Promise<void> => {
  const id = newId();
  choosePerson(id);
  useLive.setState({ person: id, askPerson: false });
  await append(peopleStream, [{ kind: 'person.added', data: { id, name } }]);
};

/** Seals a typed secret to the server's key; null while no key is known here. */
export const seal = async (stream: Stream, plain: string): Promise<{ ref: Ulid; sealed: SealedSecret } | null> => {
  const key = (await db.meta.get('server-key'))?.value;
  if (key === undefined) return null;
  const ref = sure(isUlid, newId());
  const random = { key: crypto.getRandomValues(new Uint8Array(32)), nonce: crypto.getRandomValues(new Uint8Array(24)) };
  await keepOwn(stream, ref, plain);
  return { ref, sealed: { ref, ...sealTo(key, `${stream} ${ref}`, plain, random) } };
};
