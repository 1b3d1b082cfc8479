import { useState } from 'react';
import { type AccountView, endSession, makeCode } from '@green-lamp/core/api';
import { isRole, peopleStream, roles, roleWords } from '@green-lamp/core/name';
import { counted } from '@green-lamp/core/quantity';
import { Choose, Field } from '../../parts/Field.tsx';
import { Press } from '../../parts/Press.tsx';
import { Empty, Waiting } from '../../parts/State.tsx';
import { Window } from '../../parts/Window.tsx';
import { ask } from '../../store/api.ts';
import { append } from '../../store/append.ts';
import { newId } from '../../store/device.ts';
import { tell, useLive } from '../../store/live.ts';
import { Where } from './AccountWindow.tsx';
import { useAccounts } from './use-accounts.ts';

const choices = roles.map((role) => ({ value: role, label: roleWords[role] }));
type Shown = { readonly name: string; readonly code: string };

const Code = ({ shown: { name, code }, close }: { shown: Shown; close: () => void }) => (
  <Window
    open
    close={close}
    title={`A code for ${name}`}
    about="It is shown this once. Tell it to nobody else: whoever has it sets this person’s password. It is good once, for a week."
  >
    <p className="mono text-head select-all" aria-label="One-time code">
      {code}
    </p>
  </Window>
);

const Row = ({ of, look, show }: { of: AccountView; look: () => void; show: (shown: Shown) => void }) => {
  const { person, name, role, password, code, sessions } = of;
  return (
    <li className="border-b border-rule py-2">
      <div className="flex flex-wrap items-end gap-3">
        <span className="grow">
          <strong>{name}</strong>
          <span className="block text-note text-ink-2">
            {role === null ? 'may do nothing here' : roleWords[role]}
            {role !== null && (password ? '' : code === null ? '; has no password yet: make a code' : '; has a code and no password yet')}
          </span>
        </span>
        <Choose
          label={`What ${name} does here`}
          inline
          value={role ?? ''}
          empty="Nothing"
          of={choices}
          change={(to) => {
            append(peopleStream, [{ kind: 'role.given', data: { person, role: isRole(to) ? to : null } }]).catch(tell);
          }}
        />
        <Press
          why={role === null ? 'Give a role first.' : null}
          onPress={() => {
            ask(makeCode, { body: { person } }).then((made) => {
              show({ name, code: made.code });
              look();
            }, tell);
          }}
        >
          Make a code
        </Press>
      </div>
      {sessions.length > 0 && (
        <details>
          <summary className="cursor-pointer py-2 text-note">{counted(sessions.length, 'sign-in')}</summary>
          <Where
            sessions={sessions}
            end={(id) => {
              ask(endSession, { body: { id } }).then(look, tell);
            }}
          />
        </details>
      )}
    </li>
  );
};

const Add = () => {
  const [name, setName] = useState('');
  const [role, setRole] = useState('technician');
  return (
    <form
      className="flex flex-wrap items-end gap-3 py-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (name.trim() === '' || !isRole(role)) return;
        const person = newId();
        append(peopleStream, [
          { kind: 'person.added', data: { id: person, name: name.trim() } },
          { kind: 'role.given', data: { person, role } },
        ]).then(() => {
          setName('');
        }, tell);
      }}
    >
      <Field label="Somebody new" value={name} change={setName} />
      <Choose label="They" value={role} of={choices} change={setRole} />
      <button type="submit" className="button button-main">
        Add them
      </button>
    </form>
  );
};

export const RolesPart = () => {
  const { accounts, look } = useAccounts();
  const [shown, setShown] = useState<Shown | null>(null);
  const byPress = useLive((live) => live.signInBy === 'press');
  if (accounts === null) return <Waiting />;
  if (accounts === 'away') return <Empty>The desk does not answer, or this is for leads.</Empty>;
  return (
    <>
      <p className="text-note text-ink-2">
        Whoever reads sees everything and changes nothing. At the desk one enters what a desk has to say. At stations one enters, commands
        and sees secrets. Whoever leads gives roles, and publishes what stations are judged by.
      </p>
      {byPress && (
        <p className="py-2 font-semibold">This is the demo: everybody leads here by a press. Roles count at a desk of one’s own.</p>
      )}
      <Add />
      <ul aria-label="People">
        {accounts.accounts.map((of) => (
          <Row key={of.person} of={of} look={look} show={setShown} />
        ))}
      </ul>
      {shown !== null && (
        <Code
          shown={shown}
          close={() => {
            setShown(null);
          }}
        />
      )}
    </>
  );
};
