// One's own account: who one is here, where one is signed in, another password.
import { useCallback, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { endSession, may, ownSessions, type SessionView } from '@green-lamp/core/api';
import { roleWords } from '@green-lamp/core/name';
import { instant, sayWhen } from '@green-lamp/core/quantity';
import { Field } from '../../parts/Field.tsx';
import { Press } from '../../parts/Press.tsx';
import { Window } from '../../parts/Window.tsx';
import { DeviceKeys } from './DeviceKeys.tsx';
import { ask, NoNetwork } from '../../store/api.ts';
import { sharedNow } from '../../store/device.ts';
import { isPin } from '@green-lamp/core/wire';
import { tell, useLive } from '../../store/live.ts';
import { dropPin, lockNow, useLock } from '../../store/lock.ts';
import { setPin } from '../../store/pin.ts';
import { changePassword, signOut } from '../../store/session.ts';

const when = (at: number): string => sayWhen(instant(at), sharedNow(), Intl.DateTimeFormat().resolvedOptions().timeZone);

export const Where = ({ sessions, end }: { sessions: readonly SessionView[]; end: (id: string) => void }) => (
  <ul>
    {sessions.map(({ id, device, from, made, seen, here }) => (
      <li key={id} className="flex flex-wrap items-center gap-3 border-b border-rule py-1">
        <span className="grow">
          {device}
          {here && <strong>, here</strong>}{' '}
          <span className="block text-note text-ink-2">
            since {when(made)}, last used {when(seen)}, from {from}
          </span>
        </span>
        {!here && (
          <Press
            onPress={() => {
              end(id);
            }}
          >
            Sign it out
          </Press>
        )}
      </li>
    ))}
  </ul>
);

const Password = ({ done }: { done: () => void }) => {
  const [old, setOld] = useState('');
  const [fresh, setFresh] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <form
      className="my-3 flex flex-col gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        changePassword(old, fresh).then(done, (error: unknown) => {
          setProblem(error instanceof Error ? error.message : 'It could not be done.');
        });
      }}
    >
      <Field label="Password that stands" value={old} change={setOld} secret fills="current-password" focus />
      <Field
        label="New password"
        value={fresh}
        change={setFresh}
        secret
        fills="new-password"
        hint="You are signed out everywhere else with it."
      />
      {problem !== null && (
        <p role="alert" className="border-l-4 border-ink pl-2 font-semibold">
          {problem}
        </p>
      )}
      <button type="submit" className="button self-start">
        Set this password
      </button>
    </form>
  );
};

/** For gloves: a PIN that opens this page on this device. */
const Pin = () => {
  const set = useLock((lock) => lock.set);
  const [pin, setTyped] = useState('');
  if (set)
    return (
      <div className="my-3 flex flex-wrap items-center gap-3">
        <Press
          onPress={() => {
            useLive.setState({ askPerson: false });
            lockNow();
          }}
        >
          Lock it now
        </Press>
        <Press onPress={dropPin}>Without a PIN from now on</Press>
        <span className="text-note text-ink-2">It locks after ten minutes without a press.</span>
      </div>
    );
  return (
    <form
      className="my-3 flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (!isPin(pin)) return;
        setPin(pin);
        setTyped('');
      }}
    >
      <Field label="PIN for this device, 4 to 10 digits" value={pin} change={setTyped} secret keyboard="numeric" fills="new-password" />
      <button type="submit" className="button">
        Lock with this PIN
      </button>
      <p className="w-full text-note text-ink-2">
        It opens the page with gloves and without a network. Five wrong tries, and it takes the password. It is no protection against
        whoever takes the disk out.
      </p>
    </form>
  );
};

export const AccountWindow = () => {
  const signedIn = useLive((live) => live.signedIn);
  const [sessions, setSessions] = useState<readonly SessionView[] | 'away' | null>(null);
  const [changing, setChanging] = useState<'no' | 'yes' | 'done'>('no');
  const close = (): void => {
    useLive.setState({ askPerson: false });
  };
  const look = useCallback(() => {
    ask(ownSessions).then(
      (answer) => {
        setSessions(answer.sessions);
      },
      (error: unknown) => {
        if (error instanceof NoNetwork) setSessions('away');
        else tell(error);
      },
    );
  }, []);
  useEffect(look, [look]);
  if (signedIn === null) return null;
  const { name, role, until } = signedIn;
  return (
    <Window
      open
      close={close}
      title={name}
      about={`${name} ${roleWords[role]}; signed in here until ${when(until)} if nothing is done before.`}
    >
      <div className="mb-4 flex flex-wrap gap-3">
        <Press
          onPress={() => {
            signOut().then(close, tell);
          }}
        >
          Sign out here
        </Press>
        <Press
          onPress={() => {
            setChanging('yes');
          }}
        >
          Change the password
        </Press>
        <Link className="button" to="/telephone" onClick={close}>
          Put this on your telephone
        </Link>
        {may(role, 'accounts.lead') && (
          <Link className="button" to="/people" onClick={close}>
            People and access
          </Link>
        )}
      </div>
      <Pin />
      <DeviceKeys />
      {changing === 'yes' && (
        <Password
          done={() => {
            setChanging('done');
            look();
          }}
        />
      )}
      {changing === 'done' && <p role="status">The password is changed.</p>}
      <h3 className="border-b border-rule-2 font-bold">Where you are signed in</h3>
      {sessions === null && <p className="py-2 text-ink-2">Asking the desk…</p>}
      {sessions === 'away' && <p className="py-2 text-ink-2">The desk does not answer: only it knows.</p>}
      {sessions !== null && sessions !== 'away' && (
        <Where
          sessions={sessions}
          end={(id) => {
            ask(endSession, { body: { id } }).then(look, tell);
          }}
        />
      )}
    </Window>
  );
};
