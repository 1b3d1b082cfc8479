// Who knows which secret: what is to be changed after somebody has left, station by station.
import { useCallback, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { type Held, whoKnows } from '@green-lamp/core/api';
import { peopleStream } from '@green-lamp/core/name';
import { counted, inWords, instant, sayWhen } from '@green-lamp/core/quantity';
import { Choose } from '../../parts/Field.tsx';
import { Press } from '../../parts/Press.tsx';
import { Empty, Waiting } from '../../parts/State.tsx';
import { ask, NoNetwork } from '../../store/api.ts';
import { append } from '../../store/append.ts';
import { sharedNow } from '../../store/device.ts';
import { tell } from '../../store/live.ts';
import { usePeople, useStream } from '../../store/use-stream.ts';

const left = 'left';
const patience = 120_000;

export const SecretsPart = () => {
  const [held, setHeld] = useState<readonly Held[] | 'away' | null>(null);
  const [who, setWho] = useState(left);
  const people = usePeople();
  const roles = useStream(peopleStream)?.state.roles ?? {};
  const look = useCallback(() => {
    ask(whoKnows, { patience }).then(
      ({ secrets }) => {
        setHeld(secrets);
      },
      (error: unknown) => {
        setHeld('away');
        if (!(error instanceof NoNetwork)) tell(error);
      },
    );
  }, []);
  useEffect(look, [look]);
  if (held === null) return <Waiting>Looking at every sheet…</Waiting>;
  if (held === 'away') return <Empty>The desk does not answer, or this is for leads.</Empty>;
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  // In the demo nobody has a role, and nobody has left.
  const hasRoles = Object.keys(roles).length > 0;
  const knowsIt = (person: string): boolean => (who === left ? hasRoles && roles[person] === undefined : person === who);
  const shown = who === '' ? held : held.filter(({ knows }) => knows.some(({ person }) => knowsIt(person)));
  return (
    <>
      <div className="max-w-96 py-2">
        <Choose
          label="Known to"
          value={who}
          change={setWho}
          empty="Anybody"
          of={[
            { value: left, label: 'People who have no role here any more' },
            ...Object.entries(people).map(([value, label]) => ({ value, label })),
          ]}
        />
      </div>
      <p className="text-note text-ink-2">
        Whoever entered a secret knows it, and whoever had it shown. To change one is to enter another on its sheet and on the device: then
        it is known to its writer alone, and goes from this list. What is erased can be shown to nobody any more; that it stood there, and
        who erased it, stays.
      </p>
      {shown.length === 0 && <Empty>{who === left ? 'None: nobody who has left knows a secret that still stands.' : 'None.'}</Empty>}
      {shown.length > 0 && (
        <p className="py-2 font-semibold">
          {counted(shown.length, 'secret')}
          {who === left && ' to be changed'}
        </p>
      )}
      <ul aria-label="Secrets">
        {shown.map(({ stream, station, key, ref, what, since, knows }) => (
          <li key={`${stream} ${key}`} className="flex flex-wrap items-center gap-3 border-b border-rule py-1">
            <span className="min-w-56 grow basis-0 wrap-anywhere">
              <Link className="link" to={`/stations/${stream}/sheet`}>
                {station}
              </Link>
              : {what}
              <span className="block text-note text-ink-2">
                {inWords(Math.max(0, sharedNow() - since))} old. Known to{' '}
                {knows
                  .map(
                    ({ person, at, by }) =>
                      `${people[person] ?? 'somebody'} (${by === 'seen' ? 'shown' : 'entered'} ${sayWhen(instant(Math.round(at)), sharedNow(), zone)})`,
                  )
                  .join(', ') || 'nobody here'}
                .
              </span>
            </span>
            <Press
              final
              onPress={() => {
                append(stream, [{ kind: 'secret.erased', data: { ref, key, words: '' } }]).then(look, tell);
              }}
            >
              Erase it
            </Press>
          </li>
        ))}
      </ul>
    </>
  );
};
