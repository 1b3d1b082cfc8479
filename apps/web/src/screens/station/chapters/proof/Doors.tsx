// The station's doors, tried from the desk as anybody outside could: where somebody answers, anybody may knock.
import { useState } from 'react';
import { type TriedDoor, tryDoors } from '@green-lamp/core/api';
import { standing } from '@green-lamp/core/journal';
import { isElementId, settingKey } from '@green-lamp/core/name';
import { counted } from '@green-lamp/core/quantity';
import { append } from '../../../../store/append.ts';
import { ask } from '../../../../store/api.ts';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';

const words: { readonly [I in TriedDoor['is']]: string } = {
  open: 'answers',
  shut: 'is shut: the address answers that nobody is there',
  silent: 'is silent: it lets nothing in, or the address is not there',
  own: 'is the desk’s own machine, and was not tried',
};

export const Doors = ({ station }: { station: Station }) => {
  const [tried, setTried] = useState<readonly TriedDoor[] | null>(null);
  const [busy, setBusy] = useState(false);
  const press = (): void => {
    setBusy(true);
    ask(tryDoors, { names: { stream: station.stream }, body: {} })
      .then(({ doors }) => {
        setTried(doors);
      })
      .catch(tell)
      .finally(() => {
        setBusy(false);
      });
  };
  const modems = [...new Set((tried ?? []).map(({ modem }) => modem))].filter(isElementId);
  const write = (): void => {
    const drafts = modems.map((modem) => {
      const key = settingKey('modem', modem, 'adminOutside');
      const value = (tried ?? []).some((one) => one.modem === modem && one.is === 'open');
      const data = { key, value, origin: 'measured', simulated: false, over: standing(station.state, key)?.pos.id ?? null } as const;
      return { kind: 'setting.set', data } as const;
    });
    append(station.stream, drafts).catch(tell);
  };
  const open = (tried ?? []).filter(({ is }) => is === 'open').length;
  return (
    <section aria-label="Doors from outside">
      <h3 className="mb-1 font-bold">Doors from outside</h3>
      <p className="flex flex-wrap items-center gap-3">
        <button type="button" className="button" disabled={busy} onClick={press}>
          {busy ? 'Trying…' : 'Try its doors from the desk'}
        </button>
        <span className="text-ink-2">
          Its admin port and the usual ones, at the address by which it is reached. Nothing is said on them.
        </span>
      </p>
      {tried?.length === 0 && <p>The sheet has no address at which the station is reached, or no modem there.</p>}
      <ul aria-live="polite">
        {tried?.map(({ host, port, is }) => (
          <li key={`${host}${port}`} className={is === 'open' ? 'font-semibold' : ''}>
            <span className="mono">
              {host} port {port}
            </span>{' '}
            {words[is]}
          </li>
        ))}
      </ul>
      {modems.length > 0 && (tried ?? []).some(({ is }) => is !== 'own') && (
        <p className="mt-1 flex flex-wrap items-center gap-3">
          <button type="button" className="button" onClick={write}>
            Write it on the sheet
          </button>
          <span className="text-ink-2">
            {open > 0
              ? `${counted(open, 'door answers', 'doors answer')} from outside: close what is not needed.`
              : 'None answers from here; from another network one may.'}
          </span>
        </p>
      )}
    </section>
  );
};
