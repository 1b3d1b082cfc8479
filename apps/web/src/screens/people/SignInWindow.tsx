// Signing in: by name and password, or once by a code that sets the password. Without the desk whoever was signed in here goes on.
import { useState } from 'react';
import { leastPassword } from '@green-lamp/core/api';
import { Field } from '../../parts/Field.tsx';
import { Window } from '../../parts/Window.tsx';
import { NoNetwork } from '../../store/api.ts';
import { useLive } from '../../store/live.ts';
import { signInByCode, signInByPassword } from '../../store/session.ts';
import { usePeople } from '../../store/use-stream.ts';

const passwordHint = `At least ${leastPassword} characters: three or four words that do not belong together are strong and easy to keep.`;
const said = (error: unknown): string =>
  error instanceof NoNetwork
    ? 'The desk does not answer. Signing in needs it; what you write waits here.'
    : error instanceof Error
      ? error.message
      : 'It could not be done.';

/** A form that sends what was typed, and says what was wrong with it. */
const useSending = (
  send: () => Promise<void>,
): { readonly problem: string | null; readonly busy: boolean; readonly submit: (event: { preventDefault: () => void }) => void } => {
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const submit = (event: { preventDefault: () => void }): void => {
    event.preventDefault();
    if (busy) return;
    setBusy(true);
    setProblem(null);
    send()
      .catch((error: unknown) => {
        setProblem(said(error));
      })
      .finally(() => {
        setBusy(false);
      });
  };
  return { problem, busy, submit };
};

const Problem = ({ of }: { of: string | null }) =>
  of === null ? null : (
    <p role="alert" className="border-l-4 border-ink pl-2 font-semibold">
      {of}
    </p>
  );

const ByPassword = ({ start }: { start: string }) => {
  const [name, setName] = useState(start);
  const [password, setPassword] = useState('');
  const { problem, busy, submit } = useSending(() => signInByPassword(name, password));
  return (
    <form className="flex flex-col gap-4" onSubmit={submit}>
      <Field label="Name" value={name} change={setName} fills="username" focus={start === ''} />
      <Field label="Password" value={password} change={setPassword} secret fills="current-password" focus={start !== ''} />
      <Problem of={problem} />
      <button type="submit" className="button button-main self-start">
        {busy ? 'Asking the desk…' : 'Sign in'}
      </button>
    </form>
  );
};

/** By this device's own key, where it has one for this desk. */
const ByDevice = () => {
  const { problem, busy, submit } = useSending(async () => {
    const { signInByThisDevice } = await import('../../store/device-key.ts');
    await signInByThisDevice();
  });
  if (!window.isSecureContext || !('PublicKeyCredential' in window)) return null;
  return (
    <form className="mb-4 flex flex-col gap-2" onSubmit={submit}>
      <button type="submit" className="button self-start">
        {busy ? 'The device asks you…' : 'Sign in by this device’s key'}
      </button>
      <Problem of={problem} />
    </form>
  );
};

const ByCode = ({ first, start }: { first: boolean; start: string }) => {
  const [code, setCode] = useState('');
  const [name, setName] = useState(start);
  const [password, setPassword] = useState('');
  const { problem, busy, submit } = useSending(() => signInByCode(code, name, password));
  return (
    <form className="flex flex-col gap-4" onSubmit={submit}>
      <Field
        label="One-time code"
        value={code}
        change={setCode}
        mono
        fills="one-time-code"
        focus
        hint={
          first
            ? 'It stands on the console where this desk was started, behind ‘First lead’.'
            : 'A lead makes it and tells it to you. It is good once, for a week.'
        }
      />
      <Field label="Name" value={name} change={setName} fills="username" />
      <Field label="New password" value={password} change={setPassword} secret fills="new-password" hint={passwordHint} />
      <Problem of={problem} />
      <button type="submit" className="button button-main self-start">
        {busy ? 'Asking the desk…' : first ? 'Make this account' : 'Set it and sign in'}
      </button>
    </form>
  );
};

export const SignInWindow = () => {
  const { signInBy, person, waiting } = useLive();
  const people = usePeople();
  const first = signInBy === 'first code';
  const [code, setCode] = useState(false);
  const known = person === null ? '' : (people[person] ?? '');
  const close = (): void => {
    useLive.setState({ askPerson: false });
  };
  return (
    <Window
      open
      close={close}
      title={first ? 'The first account of this desk' : 'Sign in'}
      about={
        first
          ? 'Whoever has the code leads: they give others their roles.'
          : 'Your name stands at everything that you enter, and nobody enters anything in it but you.'
      }
    >
      {waiting > 0 && (
        <p className="mb-4 font-semibold">
          {known === '' ? 'What was written here' : `What ${known} wrote here`} waits, and goes out once they have signed in.
        </p>
      )}
      {!first && !code && <ByDevice />}
      {first || code ? <ByCode first={first} start={first ? '' : known} /> : <ByPassword start={known} />}
      {!first && (
        <button
          type="button"
          className="quiet mt-4"
          onClick={() => {
            setCode(!code);
          }}
        >
          {code ? 'I have a password' : 'I have a one-time code'}
        </button>
      )}
    </Window>
  );
};
