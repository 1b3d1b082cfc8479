// A typed field: keeps the text, shows the problem on leaving, says what it is for.
import { type ReactNode, useId, useState } from 'react';

export const Field = (props: {
  label: string;
  value: string;
  change: (text: string) => void;
  problem?: string | null;
  hint?: ReactNode;
  mono?: boolean;
  secret?: boolean;
  focus?: boolean;
  many?: boolean;
  rows?: number;
  /** In a row of a table: its label is read out, and stands in the row already. */
  inline?: boolean;
  keyboard?: 'text' | 'numeric' | 'decimal';
  /** What a browser may fill in by itself. */
  fills?: 'username' | 'current-password' | 'new-password' | 'one-time-code';
}) => {
  const id = useId();
  const [left, setLeft] = useState(false);
  const shown = left ? (props.problem ?? null) : null;
  const described = [props.hint === undefined ? null : `${id}-hint`, shown === null ? null : `${id}-problem`]
    .filter((part) => part !== null)
    .join(' ');
  const common = {
    id,
    value: props.value,
    className: `input ${props.mono === true ? 'mono' : ''}`,
    'aria-invalid': shown !== null,
    'aria-describedby': described === '' ? undefined : described,
    onChange: ({ target }: { target: { value: string } }) => {
      props.change(target.value);
    },
    onBlur: () => {
      setLeft(true);
    },
  };
  return (
    <div className="flex flex-col gap-1">
      <label htmlFor={id} className={props.inline === true ? 'sr-only' : 'font-semibold'}>
        {props.label}
      </label>
      {props.many === true ? (
        <textarea {...common} rows={props.rows ?? 2} />
      ) : (
        // biome-ignore lint: the editor opens where the person pressed
        <input
          {...common}
          type={props.secret === true ? 'password' : 'text'}
          inputMode={props.keyboard}
          autoComplete={props.fills ?? 'off'}
          spellCheck={false}
          autoFocus={props.focus === true}
        />
      )}
      {props.hint !== undefined && (
        <span id={`${id}-hint`} className="text-note text-ink-2">
          {props.hint}
        </span>
      )}
      {shown !== null && (
        <span id={`${id}-problem`} role="alert" className="border-l-4 border-ink pl-2 text-note font-semibold">
          {shown}
        </span>
      )}
    </div>
  );
};

export type Choices = readonly { readonly value: string; readonly label: string }[];

export const Choose = (props: {
  label: string;
  value: string;
  change: (value: string) => void;
  of: Choices;
  empty?: string;
  hint?: ReactNode;
  inline?: boolean;
  focus?: boolean;
}) => {
  const id = useId();
  return (
    <div className="flex flex-col gap-1">
      <label htmlFor={id} className={props.inline === true ? 'sr-only' : 'font-semibold'}>
        {props.label}
      </label>
      {/* biome-ignore lint: the editor opens where the person pressed */}
      <select
        id={id}
        autoFocus={props.focus === true}
        className="input"
        value={props.value}
        aria-describedby={props.hint === undefined ? undefined : `${id}-hint`}
        onChange={({ target }) => {
          props.change(target.value);
        }}
      >
        {props.empty !== undefined && <option value="">{props.empty}</option>}
        {props.of.map(({ value, label }) => (
          <option key={value} value={value}>
            {label}
          </option>
        ))}
      </select>
      {props.hint !== undefined && (
        <span id={`${id}-hint`} className="text-note text-ink-2">
          {props.hint}
        </span>
      )}
    </div>
  );
};
