// The desk's listeners: what each hears, on which port, whom it turned away and why; and what the desk says of all of them.
import { useState } from 'react';
import type { ListenerState } from '@green-lamp/core/api';
import { deskStream, settingKey } from '@green-lamp/core/name';
import { emptyState, standing, wanted } from '@green-lamp/core/journal';
import { sentence } from '@green-lamp/core/problem';
import { counted } from '@green-lamp/core/quantity';
import { editValue, type Parameter, parametersOf, parseTyped } from '@green-lamp/core/sheet';
import { isListenerKind, type ListenerKind, listeners as protocols } from '@green-lamp/core/wire';
import { Choose, Field } from '../../parts/Field.tsx';
import { HeldButton } from '../../parts/HeldButton.tsx';
import { OnlyHere } from '../../parts/OnlyHere.tsx';
import { append } from '../../store/append.ts';
import { tell, useLive } from '../../store/live.ts';
import { useStream } from '../../store/use-stream.ts';

const shippedLimits: { readonly [key: string]: string } = { 'listener.firstByte': '30 s', 'listener.idle': '1 h' };
const switches: { readonly [K in ListenerKind]: string } = {
  line: 'lineOn',
  dc09: 'dc09On',
  http: 'httpOn',
  mqtt: 'mqttOn',
  serial: 'serialOn',
  radio: 'radioOn',
};
const isSwitch = ({ key }: Parameter): boolean => Object.values(switches).some((param) => key === `listener.${param}`);

const useSaid = (param: string) => {
  const state = useStream(deskStream)?.state ?? emptyState(deskStream);
  const key = settingKey('listener', null, param);
  const set = (value: boolean | number | string | null): void => {
    const data = { key, value, origin: 'typed', simulated: false, over: standing(state, key)?.pos.id ?? null } as const;
    append(deskStream, [{ kind: 'setting.set', data }]).catch(tell);
  };
  return { stands: wanted(state, key), set };
};

const Limit = ({ of }: { of: Parameter }) => (of.form.is === 'yesno' ? <Sources of={of} form={of.form} /> : <Figure of={of} />);

/** A choice of two is set at once. */
const Sources = ({ of, form }: { of: Parameter; form: Extract<Parameter['form'], { is: 'yesno' }> }) => {
  const { stands, set } = useSaid(of.key.split('.')[1] ?? '');
  return (
    <div className="w-64">
      <Choose
        label={of.label}
        value={stands === true ? 'yes' : 'no'}
        change={(value) => {
          set(value === 'yes');
        }}
        of={[
          { value: 'no', label: form.no },
          { value: 'yes', label: form.yes },
        ]}
      />
    </div>
  );
};

const Figure = ({ of }: { of: Parameter }) => {
  const { stands, set } = useSaid(of.key.split('.')[1] ?? '');
  const there = editValue(of, stands);
  const [typed, setTyped] = useState<string | null>(null);
  const parsed = parseTyped(of, typed ?? '');
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (typed === null || !parsed.ok) return;
        const { value } = parsed;
        if (value === null || typeof value === 'string' || typeof value === 'number') set(value);
        setTyped(null);
      }}
    >
      <div className="w-40">
        <Field
          label={of.label}
          value={typed ?? (there === '' ? (shippedLimits[of.key] ?? '') : there)}
          change={setTyped}
          mono
          problem={typed === null || parsed.ok ? null : parsed.problems.map((one) => sentence(one)).join(' ')}
        />
      </div>
      {typed !== null && (
        <button type="submit" className="button">
          Set
        </button>
      )}
    </form>
  );
};

/** Off, a protocol is answered to nobody: that press is held. */
const Switch = ({ kind }: { kind: ListenerKind }) => {
  const { stands, set } = useSaid(switches[kind]);
  const of = protocols[kind].label;
  if (stands === false)
    return (
      <button
        type="button"
        className="button"
        onClick={() => {
          set(true);
        }}
      >
        Hear {of} again
      </button>
    );
  return (
    <HeldButton
      className="quiet"
      label={`Stop hearing ${of}`}
      press={() => {
        set(false);
      }}
    >
      Stop hearing
    </HeldButton>
  );
};

const transports: { readonly [B in ListenerState['by']]: string } = { tcp: 'TCP', udp: 'UDP', tls: 'TLS' };
const states: { readonly [S in ListenerState['state']]: string } = { listening: 'hears', closed: 'can’t be opened', off: 'is off' };

const Row = ({ of, first, when }: { of: ListenerState; first: boolean; when: (at: number) => string }) => {
  const { kind, port, by, state, connections, last, refused, why } = of;
  const known = isListenerKind(kind);
  return (
    <li className="flex flex-wrap items-baseline gap-x-4 border-t border-rule py-1">
      <span className="w-32">{known ? protocols[kind].label : kind}</span>
      <span className="mono w-24 whitespace-nowrap">
        {port} {transports[by]}
      </span>
      {state === 'listening' ? (
        <>
          <span className="w-28">{by === 'udp' ? 'datagrams' : counted(connections, 'connection')}</span>
          <span>{last === null ? 'no call since the start' : `last call ${when(last)}`}</span>
        </>
      ) : (
        <b>{states[state]}</b>
      )}
      {state === 'closed' && <span className="basis-full">{why}</span>}
      <span className="ml-auto">{known && first && <Switch kind={kind} />}</span>
      {refused > 0 && (
        <span className="basis-full text-note text-ink-2">
          {counted(refused, 'was', 'were')} turned away since the start. The last one: {why}
        </span>
      )}
    </li>
  );
};

export const Listeners = ({ when }: { when: (at: number) => string }) => {
  const { listeners, connected, deskTrouble } = useLive();
  const [host] = listeners.map((one) => one.host);
  return (
    <section aria-label="Listeners" className="border-b border-rule-2 pb-3">
      <h2 className="font-bold">Listeners{host !== undefined && <span className="mono font-normal"> on {host}</span>}</h2>
      {!connected && <p className="font-semibold">The desk does not answer.</p>}
      {deskTrouble !== null && (
        <p role="alert" className="font-semibold">
          {deskTrouble}
        </p>
      )}
      <ul className="my-1 max-w-4xl">
        {listeners.map((of, i) => (
          <Row key={`${of.kind}${of.by}${of.port}`} of={of} when={when} first={listeners.findIndex(({ kind }) => kind === of.kind) === i} />
        ))}
      </ul>
      <OnlyHere />
      <details>
        <summary className="cursor-pointer py-2">How the desk hears, and how it is seen</summary>
        <div className="flex flex-wrap items-end gap-6 pb-2">
          {parametersOf('listener')
            .filter((of) => !isSwitch(of))
            .map((of) => (
              <Limit key={of.key} of={of} />
            ))}
        </div>
      </details>
    </section>
  );
};
