// Looks for calls among all that are kept, and saves what was found as a file.
import { useState } from 'react';
import type { FrameFilter, FrameStatus } from '@green-lamp/core/api';
import { localInstant } from '@green-lamp/core/quantity';
import { askedKinds, listenerKinds, listeners as protocols } from '@green-lamp/core/wire';
import { Choose, Field } from '../../parts/Field.tsx';

export type CallsAsked = Omit<FrameFilter, 'status' | 'station'>;
const kinds = [
  { value: '', label: 'any' },
  ...listenerKinds.map((kind) => ({ value: kind, label: protocols[kind].label })),
  ...askedKinds.map((kind) => ({ value: kind, label: kind === 'modbus' ? 'asked by Modbus' : 'asked for raw records' })),
];
const form = 'Year-month-day and a time, as 2026-11-12 14:05';
const whenOf = (typed: string): number | null | undefined => (typed.trim() === '' ? undefined : localInstant(typed.trim(), 'UTC'));

/** Only what was filled in is asked for. */
const askedOf = (said: { text: string; account: string; kind: string; from: string; to: string }): CallsAsked | null => {
  const [from, to] = [whenOf(said.from), whenOf(said.to)];
  if (from === null || to === null) return null;
  return {
    ...(said.text.trim() === '' ? {} : { text: said.text.trim() }),
    ...(said.account.trim() === '' ? {} : { account: said.account.trim() }),
    ...(said.kind === '' ? {} : { kind: said.kind }),
    ...(from === undefined ? {} : { from }),
    ...(to === undefined ? {} : { to }),
  };
};
const nothing = { text: '', account: '', kind: '', from: '', to: '' };

const addressOf = (asked: FrameFilter, as: 'ndjson' | 'csv'): string => {
  const query = new URLSearchParams({ form: as });
  for (const [name, value] of Object.entries(asked)) query.set(name, String(value));
  return `/api/frames/export?${query.toString()}`;
};

export const CallsFind = ({ asked, ask, status }: { asked: CallsAsked; ask: (of: CallsAsked) => void; status: FrameStatus }) => {
  const [said, setSaid] = useState(nothing);
  const of = askedOf(said);
  const say = (more: Partial<typeof nothing>): void => {
    setSaid({ ...said, ...more });
  };
  const isAsked = Object.keys(asked).length > 0;
  return (
    <details className="border-b border-rule-2 py-1" open={isAsked ? true : undefined}>
      <summary className="cursor-pointer py-2 font-bold">Find and save calls</summary>
      <form
        className="flex flex-wrap items-end gap-3 pb-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (of !== null) ask(of);
        }}
      >
        <div className="w-56">
          <Field label="What stands in it" value={said.text} change={(text) => say({ text })} />
        </div>
        <div className="w-40">
          <Field label="Account" value={said.account} change={(account) => say({ account })} mono />
        </div>
        <div className="w-48">
          <Choose label="Came as" value={said.kind} of={kinds} change={(kind) => say({ kind })} />
        </div>
        <div className="w-48">
          <Field
            label="Not before (UTC)"
            value={said.from}
            change={(from) => say({ from })}
            mono
            problem={whenOf(said.from) === null ? form : null}
          />
        </div>
        <div className="w-48">
          <Field label="Before (UTC)" value={said.to} change={(to) => say({ to })} mono problem={whenOf(said.to) === null ? form : null} />
        </div>
        <button type="submit" className="button" disabled={of === null}>
          Look for them
        </button>
        {isAsked && (
          <button
            type="button"
            className="quiet"
            onClick={() => {
              setSaid(nothing);
              ask({});
            }}
          >
            All calls again
          </button>
        )}
        <span className="flex gap-4">
          <a className="link" href={addressOf({ ...asked, status }, 'csv')} download>
            Save these as CSV
          </a>
          <a className="link" href={addressOf({ ...asked, status }, 'ndjson')} download>
            as NDJSON
          </a>
        </span>
      </form>
    </details>
  );
};
