// Which way does it go out? An address that is open for ten minutes: opened from behind the unit, the desk says from where it came.
import { useEffect, useState } from 'react';
import { closeOnce, type FrameView, type Once, onceState, openOnce } from '@green-lamp/core/api';
import { deskStream, settingKey } from '@green-lamp/core/name';
import { wanted } from '@green-lamp/core/journal';
import { isEvidenceHow, isStrength, proves } from '@green-lamp/core/evidence';
import { howInWords } from '@green-lamp/core/lamp';
import { instant, inWords, sayWhen } from '@green-lamp/core/quantity';
import { natBetween, type NatIs } from '@green-lamp/core/sums';
import { onceKind } from '@green-lamp/core/wire';
import { Code } from '../../../../parts/Code.tsx';
import { Field } from '../../../../parts/Field.tsx';
import { ask, NoNetwork } from '../../../../store/api.ts';
import { tell, useLive } from '../../../../store/live.ts';
import { useFrames } from '../../../../store/use-frames.ts';
import type { Station } from '../../../../store/use-station.ts';
import { useNow, useStream } from '../../../../store/use-stream.ts';

const nats: { readonly [N in NatIs]: string } = {
  same: 'The same: nothing in between changes addresses, and a call to it may arrive.',
  carrier: 'Another, and the unit’s lies in 100.64.0.0/10: the carrier’s NAT is in between. No call comes in there.',
  private: 'Another, and the unit’s is private: a NAT is in between, the carrier’s or the site’s. No call comes in by itself.',
  another: 'Another: the page did not leave by this unit, or something in between changes addresses.',
  'no address': 'That is no address yet.',
};

const verdict = (frame: FrameView, name: (id: string) => string): string => {
  if (frame.strength === 'impossible') return 'It came from this computer or from the desk’s own network: not through the unit.';
  if (frame.path === null || !isStrength(frame.strength)) return 'No path of the sheet has that address: nothing says which way it went.';
  const how = isEvidenceHow(frame.how) ? howInWords(frame.how, frame.strength) : '';
  return proves(frame.strength)
    ? `It left by ${name(frame.path)} (${how}). It shows the way out, and proves no call.`
    : `Perhaps by ${name(frame.path)} (${how}): weak, since anybody’s browser could have come so.`;
};

const useOnce = (stream: string) => {
  const [once, setOnce] = useState<Once | null>(null);
  const [busy, setBusy] = useState(false);
  useEffect(() => {
    let gone = false;
    ask(onceState, { names: { stream } })
      .then((now) => {
        if (!gone) setOnce(now.once);
      })
      .catch((error: unknown) => {
        if (!(error instanceof NoNetwork)) tell(error);
      });
    return () => {
      gone = true;
    };
  }, [stream]);
  const press = (route: typeof openOnce | typeof closeOnce): void => {
    setBusy(true);
    ask(route, { names: { stream }, body: {} })
      .then((now) => {
        setOnce(now.once);
      })
      .catch(tell)
      .finally(() => {
        setBusy(false);
      });
  };
  return { once, busy, open: () => press(openOnce), close: () => press(closeOnce) };
};

const Seen = ({ station, since }: { station: Station; since: number }) => {
  const { frames } = useFrames({ station: station.stream, kind: onceKind });
  const [shown, setShown] = useState('');
  const name = (id: string): string => station.state.elements.find((element) => element.id === id)?.label ?? id;
  const seen = (frames ?? []).filter(({ at }) => at >= since);
  const [newest] = seen;
  return (
    <>
      <ul aria-live="polite" aria-label="From where it was opened">
        {seen.map((frame) => (
          <li key={frame.id} className="border-b border-rule py-1">
            <span className="mono text-note">{sayWhen(instant(frame.at), instant(station.now), station.zone)}</span>{' '}
            <b className="mono">
              {frame.address} port {frame.fromPort}
            </b>{' '}
            {verdict(frame, name)}
          </li>
        ))}
      </ul>
      {newest === undefined ? (
        <p className="text-ink-2">Nobody has opened it yet.</p>
      ) : (
        <div className="my-2 max-w-md">
          <Field
            label="Address that the unit shows as its own"
            value={shown}
            change={setShown}
            mono
            hint={
              shown.trim() === '' ? 'On its status page: it tells whether a NAT is in between.' : nats[natBetween(shown, newest.address)]
            }
          />
        </div>
      )}
    </>
  );
};

export const OneTime = ({ station }: { station: Station }) => {
  const now = useNow(1000);
  const { once, busy, open, close } = useOnce(station.stream);
  const desk = useStream(deskStream)?.state;
  const outside = desk === undefined ? null : wanted(desk, settingKey('listener', null, 'outside'));
  const listener = useLive((live) => live.listeners.find(({ kind, state }) => kind === 'http' && state === 'listening'));
  const host = typeof outside === 'string' && outside !== '' ? outside : (listener?.host ?? '');
  const left = once === null ? 0 : once.until - now;
  const page = once === null ? '' : `http://${host.includes(':') ? `[${host}]` : host}:${once.page}/once/${once.code}`;
  return (
    <section aria-label="Which way it goes out">
      <h3 className="mb-1 font-bold">Which way does it go out?</h3>
      {once === null || left <= 0 ? (
        <p className="flex flex-wrap items-center gap-3">
          <button type="button" className="button" disabled={busy} onClick={open}>
            Open a one-time address
          </button>
          <span className="text-ink-2">A page that loads may have gone by your own Wi-Fi: the desk says where it came from.</span>
        </p>
      ) : (
        <>
          <div className="flex flex-wrap items-start gap-4">
            {once.page > 0 && listener !== undefined && <Code text={page} size={150} />}
            <div className="min-w-0 grow basis-80">
              <p>From behind the unit, open within {inWords(Math.max(1000, Math.round(left / 1000) * 1000))}:</p>
              {listener === undefined ? (
                <p className="font-semibold">The desk does not hear HTTP now: use one of the two below, or switch it on under Desk.</p>
              ) : (
                <p className="mono text-lead wrap-anywhere">{page}</p>
              )}
              <p className="text-note text-ink-2">
                Without a browser: <span className="mono">{once.code}</span> as one line over TCP to port{' '}
                <span className="mono">{once.tcp}</span>, or as a datagram to UDP port <span className="mono">{once.udp}</span> (which is a
                claim at most). The same ports have to be let through to the desk.
              </p>
              <button type="button" className="quiet" disabled={busy} onClick={close}>
                Close it
              </button>
            </div>
          </div>
          <Seen station={station} since={once.until - 600_000} />
        </>
      )}
    </section>
  );
};
