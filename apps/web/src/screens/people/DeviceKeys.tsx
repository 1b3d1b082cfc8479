// The keys by which one's devices sign one in.
import { useCallback, useEffect, useState } from 'react';
import { endKey, type KeyView, ownKeys } from '@green-lamp/core/api';
import { instant, sayWhen } from '@green-lamp/core/quantity';
import { Press } from '../../parts/Press.tsx';
import { ask, NoNetwork } from '../../store/api.ts';
import { sharedNow } from '../../store/device.ts';
import { keepKeyHere, whyNoKey } from '../../store/device-key.ts';
import { tell } from '../../store/live.ts';

const when = (at: number): string => sayWhen(instant(at), sharedNow(), Intl.DateTimeFormat().resolvedOptions().timeZone);

export const DeviceKeys = () => {
  const [keys, setKeys] = useState<readonly KeyView[] | 'away' | null>(null);
  const [asks, setAsks] = useState(false);
  const look = useCallback(() => {
    ask(ownKeys).then(
      (answer) => {
        setKeys(answer.keys);
      },
      (error: unknown) => {
        if (error instanceof NoNetwork) setKeys('away');
        else tell(error);
      },
    );
  }, []);
  useEffect(look, [look]);
  return (
    <section aria-label="Keys of your devices" className="my-3">
      <h3 className="border-b border-rule-2 font-bold">Keys of your devices</h3>
      {keys === null && <p className="py-2 text-ink-2">Asking the desk…</p>}
      {keys === 'away' && <p className="py-2 text-ink-2">The desk does not answer: only it knows.</p>}
      {keys !== null && keys !== 'away' && (
        <ul>
          {keys.map(({ id, device, host, made, used }) => (
            <li key={id} className="flex flex-wrap items-center gap-3 border-b border-rule py-1">
              <span className="grow">
                {device}{' '}
                <span className="block text-note text-ink-2">
                  for {host}, since {when(made)}, last used {when(used)}
                </span>
              </span>
              <Press
                onPress={() => {
                  ask(endKey, { body: { id } }).then(look, tell);
                }}
              >
                End this key
              </Press>
            </li>
          ))}
        </ul>
      )}
      <div className="mt-2">
        <Press
          why={whyNoKey() ?? (asks ? 'The device asks you.' : null)}
          onPress={() => {
            setAsks(true);
            keepKeyHere()
              .then(look, tell)
              .finally(() => {
                setAsks(false);
              });
          }}
        >
          Sign in by this device from now on
        </Press>
      </div>
      <p className="mt-1 text-note text-ink-2">
        By its finger, face or code, with no password to type. Another password, and a restored copy, end every key.
      </p>
    </section>
  );
};
