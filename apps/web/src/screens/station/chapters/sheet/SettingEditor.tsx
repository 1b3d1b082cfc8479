// Edits one setting in place: the text is kept as typed, its meaning is shown, its problem is said on leaving.
import { type KeyboardEvent, type ReactNode, useState } from 'react';
import { check, sayFinding } from '@green-lamp/core/check';
import { schoolIn } from '@green-lamp/core/house';
import { elementsOf, same, standing, wanted } from '@green-lamp/core/journal';
import { asPlanned } from '@green-lamp/core/lamp';
import { type Json, lampWords, plainText, type SettingKey } from '@green-lamp/core/name';
import { sentence } from '@green-lamp/core/problem';
import {
  copyFault,
  editValue,
  ignoresKeepalive,
  type Parameter,
  parseTyped,
  sayAloud,
  secretFault,
  withoutCopied,
} from '@green-lamp/core/sheet';
import { asDeviceWants, noticed, sayNoticed } from '@green-lamp/core/walk';
import { choicesOf } from '../../../../parts/choices.ts';
import { Choose, Field } from '../../../../parts/Field.tsx';
import { severityWords } from '../../../../parts/severity-words.ts';
import { useDraft } from '../../../../parts/use-draft.ts';
import { append, seal } from '../../../../store/append.ts';
import type { Station } from '../../../../store/use-station.ts';
import { BridgesOf } from './Bridges.tsx';
import { backToFinding } from './Findings.tsx';
import { History } from './History.tsx';
import { HowFar } from './HowFar.tsx';
import { ShownSecret } from './ShownSecret.tsx';
import { type Ends, Temporary } from './Temporary.tsx';

type Props = { of: Parameter; settingOf: SettingKey; station: Station; close: () => void };
/** How the row is left: back to itself, or on to the next or the one before, to be looked at or typed into. */
export type Leaving = 'here' | 'next' | 'type next' | 'type before';

const suppliers: { readonly [S in Parameter['supplier']]: string } = {
  carrier: 'Ask the carrier.',
  IT: 'Ask IT.',
  desk: 'Ask the desk.',
  portal: 'The portal says it.',
  client: 'Ask the client.',
  label: 'Read it off the label.',
  manual: 'It stands in the manual.',
  'house rule': 'A house rule says it.',
  you: 'You decide it.',
};

const set = async (
  { settingOf, station }: Props,
  value: Json,
  typed: string | null,
  secrets: Parameters<typeof append>[2] = [],
  temporary: { readonly ends: Json; readonly words: string } | null = null,
): Promise<void> => {
  const data = {
    key: settingOf,
    value,
    origin: 'typed' as const,
    simulated: false,
    over: standing(station.state, settingOf)?.pos.id ?? null,
    ...(typed === null ? {} : { typed }),
  };
  await append(
    station.stream,
    [
      { kind: 'setting.set', data },
      ...(temporary === null ? [] : [{ kind: 'setting.temporary' as const, data: { key: settingOf, ...temporary } }]),
    ],
    secrets,
  );
};

/** What the checks would say if the text that is being typed stood on the sheet. */
const AsTyped = ({ settingOf, station, value }: Props & { value: Json }) => {
  const view = asPlanned(station.state);
  const traits = new Map((station.beside?.traits ?? []).map((of) => [of.ref, of]));
  const said = check(
    { ...view, value: (key) => (key === settingOf ? (value ?? undefined) : view.value(key)) },
    {
      traits: (ref) => traits.get(ref) ?? null,
      demo: station.state.station?.demo ?? false,
      now: station.now,
      school: schoolIn(station.rules.house),
      idleIgnoresKeepalive: ignoresKeepalive(station.rules.profiles),
    },
  ).filter(({ fields }) => fields.includes(settingOf));
  return (
    <ul aria-live="polite" aria-label="Findings as you type">
      {said.map((finding) => {
        const { what, why, todo } = sayFinding(finding);
        return (
          <li key={finding.id} className={finding.severity === 'look' ? 'border-l-4 border-rule-2 pl-2' : 'border-l-4 border-ink pl-2'}>
            <strong>
              {severityWords[finding.severity]} · {what}
            </strong>{' '}
            {why} {todo}{' '}
            {station.findings.some(({ id }) => id === finding.id) && (
              <button
                type="button"
                className="link min-h-11"
                onClick={() => {
                  backToFinding(finding);
                }}
              >
                Back to the finding
              </button>
            )}
          </li>
        );
      })}
    </ul>
  );
};

/** The value as people say it on the telephone, and as the adopted device wants it typed. */
const Aloud = ({ of, settingOf, station }: Props) => {
  const value = wanted(station.state, settingOf) ?? null;
  const aloud = value === null ? null : sayAloud(of, value);
  const typed = station.rules.profiles
    .map((profile) => ({ profile, as: asDeviceWants(profile, of.key, value) }))
    .find(({ as }) => as !== '' && as !== plainText(value) && as !== 'kept secret' && of.form.is === 'text');
  if (aloud === null && typed === undefined) return null;
  return (
    <dl className="my-1 grid grid-cols-[auto_1fr] gap-x-3 text-note">
      {aloud !== null && (
        <>
          <dt className="text-ink-2">On the telephone</dt>
          <dd>{aloud}</dd>
        </>
      )}
      {typed !== undefined && (
        <>
          <dt className="text-ink-2">Typed on {typed.profile.name}</dt>
          <dd className="mono">{typed.as}</dd>
        </>
      )}
    </dl>
  );
};

const keyboardOf = (of: Parameter): 'numeric' | 'text' => (of.form.is === 'count' ? 'numeric' : 'text');

/** The name under which a half-typed value is kept. */
export const draftOf = (station: Station, key: string): string => `${station.stream} ${key}`;

/** The row while it is open: its field stands in the row's place, and beneath it what there is to say. `whole` opens all of it, else only what typing needs. */
export const SettingEditor = (
  props: Omit<Props, 'close'> & {
    whole: boolean;
    leave: (to: Leaving) => void;
    showWhole: () => void;
    paste: (text: string) => boolean;
    row: (field: ReactNode) => ReactNode;
  },
) => {
  const { of, settingOf, station, whole, leave } = props;
  const now = wanted(station.state, settingOf);
  const [typed, setTyped, dropDraft] = useDraft(of.form.is === 'secret' ? null : draftOf(station, settingOf), editValue(of, now));
  const close = (to: Leaving = 'here'): void => {
    dropDraft();
    leave(to);
  };
  const shut = (): void => {
    close();
  };
  const [failed, setFailed] = useState<string | null>(null);
  const [ends, setEnds] = useState<Ends | null>(null);
  const { form } = of;
  const isCode = form.is === 'text' && form.as === 'code';
  const parsed = form.is === 'secret' ? null : parseTyped(of, typed);
  const fault =
    form.is === 'secret'
      ? typed === ''
        ? null
        : secretFault(form, typed)
      : parsed?.ok === false
        ? parsed.problems.map((one) => sentence(one)).join(' ')
        : null;
  const end = ends === null || form.is === 'secret' ? null : parseTyped(of, ends.typed);
  const endFault = end?.ok === false ? end.problems.map((one) => sentence(one)).join(' ') : null;
  const keep = async (to: Leaving = 'here'): Promise<void> => {
    try {
      if (fault !== null) {
        setFailed(fault);
        return;
      }
      if (form.is === 'secret') {
        const made = typed === '' ? null : await seal(station.stream, typed);
        if (typed !== '' && made === null)
          throw new Error('This browser has no key of the desk yet, so it can’t keep a secret. Open the page once while the desk answers.');
        await set(kept, made === null ? null : { secret: made.ref }, null, made === null ? [] : [made.sealed]);
      } else if (parsed?.ok === true && !same(parsed.value, now ?? null)) {
        if (endFault !== null) throw new Error(endFault);
        const temporary = ends === null || end?.ok !== true ? null : { ends: end.value, words: ends.words.trim() };
        await set(kept, parsed.value, typed === editValue(of, parsed.value) ? null : typed, [], temporary);
      }
      close(to);
    } catch (error) {
      setFailed(error instanceof Error ? error.message : 'It could not be kept.');
    }
  };
  const choices =
    form.is === 'element' ? elementsOf(station.state, form.group).map(({ id, label }) => ({ value: id, label })) : choicesOf(form);
  const hint = `${of.why} ${suppliers[of.supplier]}`;
  const kept = { ...props, close: shut };
  const onKeyDown = (event: KeyboardEvent<HTMLElement>): void => {
    const inField = event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement;
    if (event.key === 'Escape') shut();
    else if (event.key === 'F2') props.showWhole();
    else if (!inField) return;
    else if (event.key === 'Enter' && !whole) void keep('next');
    else if (event.key === 'Tab' && !whole) void keep(event.shiftKey ? 'type before' : 'type next');
    else return;
    event.preventDefault();
  };
  const field =
    choices === null ? (
      <Field
        label={of.label}
        value={typed}
        change={setTyped}
        problem={fault}
        mono
        secret={form.is === 'secret'}
        keyboard={keyboardOf(of)}
        inline
        focus
        {...(isCode ? { many: true, rows: 12 } : {})}
      />
    ) : (
      <Choose label={of.label} value={typed} change={setTyped} of={choices} empty="not filled in" inline focus />
    );
  return (
    <div className="border-l-[5px] border-brass-edge bg-sheet-2">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void keep();
        }}
        onKeyDown={onKeyDown}
        onPaste={(event) => {
          if (form.is !== 'secret' && !isCode && props.paste(event.clipboardData.getData('text'))) event.preventDefault();
        }}
      >
        {props.row(field)}
        <div className="flex flex-col gap-2 px-3 pb-2">
          <p className="text-note text-ink-2">
            {hint}
            {!whole && <span className="max-sm:hidden"> Enter keeps it and goes on, Escape leaves it, F2 shows all of it.</span>}
          </p>
          {(form.is === 'text' || form.is === 'secret') && !isCode && copyFault(typed) !== null && (
            <p role="status" className="flex flex-wrap items-center gap-3 border-l-4 border-ink pl-2">
              <span>
                It has a {copyFault(typed)}, as copied text has.
                {form.is === 'secret' && ' Kept so, it is part of the secret, and nobody will see it again.'}
              </span>
              <button
                type="button"
                className="button"
                onClick={() => {
                  setTyped(withoutCopied(typed));
                }}
              >
                Take it away
              </button>
            </p>
          )}
          {parsed?.ok === true && <AsTyped {...kept} value={parsed.value} />}
          {whole && form.is === 'secret' && <ShownSecret {...kept} />}
          {failed !== null && (
            <p role="alert" className="border-l-4 border-ink pl-2 font-semibold">
              {failed}
            </p>
          )}
          {whole && (
            <>
              {form.is !== 'secret' && of.enteredOn !== null && (
                <Temporary ends={ends} change={setEnds} now={editValue(of, now)} choices={choices} problem={endFault} />
              )}
              <div className="flex flex-wrap items-center gap-3">
                <button type="submit" className="button">
                  Save value
                </button>
                <button type="button" className="quiet" onClick={shut}>
                  Leave it
                </button>
              </div>
              {of.bears.length > 0 && of.enteredOn !== null && (
                <p className="text-small text-ink-2">
                  Once entered on the device, to be proved again: {of.bears.map((lamp) => lampWords[lamp]).join(', ')}.
                </p>
              )}
              <p className="text-small text-ink-2">If it is wrong: {sayNoticed(noticed(of, station.state))}</p>
            </>
          )}
        </div>
      </form>
      {whole && (
        <div className="px-3 pb-3">
          <Aloud {...kept} />
          <BridgesOf station={station} of={settingOf} />
          <HowFar of={of} settingOf={settingOf} station={station} />
          <History station={station} of={settingOf} />
        </div>
      )}
    </div>
  );
};
