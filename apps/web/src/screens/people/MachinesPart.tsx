import { useState } from 'react';
import { endSession, makeToken } from '@green-lamp/core/api';
import { isRole, roles, roleWords } from '@green-lamp/core/name';
import { dayIn, instant } from '@green-lamp/core/quantity';
import { Choose, Field } from '../../parts/Field.tsx';
import { Press } from '../../parts/Press.tsx';
import { Empty, Waiting } from '../../parts/State.tsx';
import { ask } from '../../store/api.ts';
import { tell } from '../../store/live.ts';
import { useAccounts } from './use-accounts.ts';

const choices = roles.map((role) => ({ value: role, label: roleWords[role] }));

export const MachinesPart = () => {
  const { accounts, look } = useAccounts();
  const [label, setLabel] = useState('');
  const [role, setRole] = useState('reader');
  const [days, setDays] = useState('365');
  const [token, setToken] = useState<string | null>(null);
  if (accounts === null) return <Waiting />;
  if (accounts === 'away') return <Empty>The desk does not answer, or this is for leads.</Empty>;
  return (
    <>
      <p className="text-note text-ink-2">
        A machine shows its token in the Authorization header of each request. It reads by its role, and writes in nobody’s name.
      </p>
      <form
        className="flex flex-wrap items-end gap-3 py-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (label.trim() === '' || !isRole(role)) return;
          ask(makeToken, { body: { label: label.trim(), role, days: Number(days) } }).then((made) => {
            setToken(made.token);
            setLabel('');
            look();
          }, tell);
        }}
      >
        <Field label="What it is for" value={label} change={setLabel} />
        <Choose label="It" value={role} of={choices} change={setRole} />
        <Field label="For so many days" value={days} change={setDays} keyboard="numeric" />
        <button type="submit" className="button button-main">
          Make a token
        </button>
      </form>
      {token !== null && (
        <p role="status" className="border-l-4 border-ink py-2 pl-2">
          Shown this once: <span className="mono select-all break-all">{token}</span>
        </p>
      )}
      {accounts.tokens.length === 0 && <Empty>No machine has a token.</Empty>}
      <ul aria-label="Tokens">
        {accounts.tokens.map(({ id, label: of, role: does, until }) => (
          <li key={id} className="flex flex-wrap items-center gap-3 border-b border-rule py-1">
            <span className="grow">
              <strong>{of}</strong>{' '}
              <span className="text-note text-ink-2">
                {roleWords[does]}, until {dayIn(instant(until), 'UTC')}
              </span>
            </span>
            <Press
              final
              onPress={() => {
                ask(endSession, { body: { id } }).then(look, tell);
              }}
            >
              End it
            </Press>
          </li>
        ))}
      </ul>
    </>
  );
};
