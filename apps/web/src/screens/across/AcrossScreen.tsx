// What only shows across stations: what two of them share, what ends when, who owns what.
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { acrossStations, type Says } from '@green-lamp/core/api';
import { severityWords } from '../../parts/severity-words.ts';
import { Empty, Waiting } from '../../parts/State.tsx';
import { ask, NoNetwork } from '../../store/api.ts';
import { tell, useLive } from '../../store/live.ts';
import { AllSheets } from './AllSheets.tsx';
import { EveryLogbook } from './EveryLogbook.tsx';
import { Spreading } from './Spreading.tsx';

type Across = Says<typeof acrossStations>;

const useAcross = (): Across | 'away' | null => {
  const [across, setAcross] = useState<Across | 'away' | null>(null);
  const connected = useLive((live) => live.connected);
  useEffect(() => {
    ask(acrossStations)
      .then(setAcross)
      .catch((error: unknown) => {
        if (error instanceof NoNetwork) setAcross('away');
        else tell(error);
      });
  }, [connected]);
  return across;
};

export const AcrossScreen = () => {
  const across = useAcross();
  if (across === null) return <Waiting>Looking at every station…</Waiting>;
  if (across === 'away') return <Empty>The desk does not answer: what stations share is only known there.</Empty>;
  const { findings, ends, claims, callers } = across;
  return (
    <div className="h-full overflow-y-auto bg-sheet px-5 py-4" tabIndex={0} role="region" aria-label="Across stations">
      <h1 className="mb-3 text-head font-bold">Across stations</h1>
      <section aria-label="Shared">
        <h2 className="border-b border-rule-2 font-bold">What two stations share and must not</h2>
        {findings.length === 0 && <Empty>Nothing: no card, account, address, port or password stands at two stations.</Empty>}
        <ul>
          {findings.map(({ rule, severity, value, what, todo, at }) => (
            <li key={rule + value} className="border-b border-rule py-2">
              <strong>
                {severityWords[severity]} · {what}
              </strong>{' '}
              {todo}
              <span className="block text-note text-ink-2">{at.map(({ station }) => station).join(' · ')}</span>
            </li>
          ))}
        </ul>
      </section>
      <section aria-label="What ends when" className="mt-5">
        <h2 className="border-b border-rule-2 font-bold">What ends when</h2>
        {ends.length === 0 && <Empty>No station has a card, address, network or licence with an end on its sheet.</Empty>}
        <ul>
          {ends.map(({ stream, station, what, kind, day, renews, key }) => (
            <li key={stream + key} className="flex min-h-11 flex-wrap items-center gap-3 border-b border-rule py-1">
              <span className="mono w-28">{day}</span>
              <span className="grow basis-60">
                {what}, {kind}
                {renews !== '' && `; ${renews}`}
              </span>
              <Link className="link flex min-h-11 items-center" to={`/stations/${stream}/sheet?field=${key}`}>
                {station}
              </Link>
            </li>
          ))}
        </ul>
      </section>
      <section aria-label="Claims" className="mt-5">
        <h2 className="border-b border-rule-2 font-bold">Who owns what at which portal</h2>
        {claims.length === 0 && <Empty>No station has a claim on its sheet.</Empty>}
        <ul>
          {claims.map(({ stream, station, device, portal, account, owner, quota }) => (
            <li key={stream + device} className="flex min-h-11 flex-wrap items-center gap-3 border-b border-rule py-1">
              <span className="grow basis-60">
                {device}: {portal === '' ? 'portal not known' : portal}
                {account !== '' && <span className="mono">, {account}</span>}
                {owner !== '' && `, belongs to ${owner}`}
                {quota !== null && `, ${quota} free claims left`}
              </span>
              <Link className="link flex min-h-11 items-center" to={`/stations/${stream}/sheet`}>
                {station}
              </Link>
            </li>
          ))}
        </ul>
      </section>
      <Spreading callers={callers} />
      <EveryLogbook />
      <AllSheets />
    </div>
  );
};
