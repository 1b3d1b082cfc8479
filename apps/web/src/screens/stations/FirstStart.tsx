// A desk without a station: where to begin, and how units reach it.
import { Link } from 'react-router';
import { isListenerKind, listeners as kinds } from '@green-lamp/core/wire';
import { useLive } from '../../store/live.ts';
import { SheetFiles } from './new/SheetFiles.tsx';

const onlyHere = (host: string): boolean => /^(?:127\.|::1$|localhost$)/.test(host);

const Reached = () => {
  const all = useLive(({ listeners }) => listeners);
  const listeners = all.filter(({ state }) => state === 'listening');
  const here = listeners.filter(({ host }) => onlyHere(host));
  return (
    <section aria-label="How units reach this desk" className="border-t border-rule-2 pt-3">
      <h2 className="font-bold">How units reach this desk</h2>
      {listeners.length === 0 && <p>No listener is open at present: the screen Desk says why.</p>}
      <ul className="list-disc pl-5">
        {listeners.map(({ kind, host, port, by }) => (
          <li key={`${kind}${by}${port}`}>
            {isListenerKind(kind) ? kinds[kind].label : kind}: <span className="mono">{`${host}, port ${port}, ${by.toUpperCase()}`}</span>
          </li>
        ))}
      </ul>
      {here.length > 0 && (
        <p className="mt-2">
          They answer to this computer alone. For units to call in, start the desk with <span className="mono">GREENLAMP_LISTEN_HOST</span>{' '}
          set to the computer’s own address, have IT forward the ports to it, and write its outside address on{' '}
          <Link className="link" to="/desk">
            Desk
          </Link>
          .
        </p>
      )}
    </section>
  );
};

export const FirstStart = () => (
  <section aria-label="Where to begin" className="flex max-w-3xl flex-col gap-5 px-6 py-5 max-sm:px-4">
    <div>
      <h2 className="font-bold">No station yet</h2>
      <p className="mb-2">The first one takes a few minutes: what it is made of, and what its first call stands on.</p>
      <Link to="/new" className="button">
        Open the first station
      </Link>
    </div>
    <div className="border-t border-rule-2 pt-3">
      <h2 className="font-bold">Sheets and rows that are there</h2>
      <p className="mb-2">
        Sheets saved by Green Lamp open as stations. Rows of a table become stations that are made alike: say under New station what they
        are made of, then ‘Many at once, from rows’.
      </p>
      <SheetFiles />
    </div>
    <div className="border-t border-rule-2 pt-3">
      <h2 className="font-bold">Practice first</h2>
      <p className="mb-2">In the yard a made-up unit, modem and carrier do what a sheet says, and fail when told to.</p>
      <Link to="/yard" className="button">
        Go to the yard
      </Link>
    </div>
    <Reached />
  </section>
);
