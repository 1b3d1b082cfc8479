// Before a version is taken by one station or by all: whose lamps would be another by it. It is adopted station by station, each by an entry.
import { counted } from '@green-lamp/core/quantity';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Pin } from '@green-lamp/core/journal';
import { type Previewed, previewRules, type Says } from '@green-lamp/core/api';
import { type NamedRules, verdictWords } from '@green-lamp/core/lamp';
import { lampWords, type Stream } from '@green-lamp/core/name';
import { LampMark } from '../../parts/LampMark.tsx';
import { Press } from '../../parts/Press.tsx';
import { Empty, Waiting } from '../../parts/State.tsx';
import { Tick } from '../../parts/Tick.tsx';
import { ask, NoNetwork } from '../../store/api.ts';
import { append } from '../../store/append.ts';
import { tell } from '../../store/live.ts';
import type { Version } from './versions.ts';

type Preview = Says<typeof previewRules>;

const Row = ({ of, on, press }: { of: Previewed; on: boolean; press: () => void }) => (
  <li className="border-b border-rule py-1">
    <Tick done={on} press={press}>
      <strong>{of.station}</strong> <span className="text-note text-ink-2">{of.role === null ? 'by what ships' : `by ${of.role}`}</span>
      <span className="block text-note">
        {of.changes.length === 0
          ? 'No lamp changes.'
          : of.changes.map(({ lamp, path, was, is }) => (
              <span key={`${lamp} ${path ?? ''}`} className="mr-4 inline-flex items-center gap-1">
                {lampWords[lamp]}
                {path !== null && `, ${path}`}: <LampMark is={was} size={16} /> {verdictWords[was]} becomes <LampMark is={is} size={16} />{' '}
                {verdictWords[is]}
              </span>
            ))}
      </span>
    </Tick>
  </li>
);

export const WhoseLamps = ({ version, role }: { version: Version; role: NamedRules['role'] }) => {
  const [found, setFound] = useState<Preview | 'asking' | 'away' | null>(null);
  const [off, setOff] = useState<ReadonlySet<Stream>>(new Set());
  const [done, setDone] = useState(0);
  const look = (): void => {
    setFound('asking');
    setDone(0);
    ask(previewRules, { query: { role, id: version.id, version: version.version } })
      .then(setFound)
      .catch((error: unknown) => {
        setFound('away');
        if (!(error instanceof NoNetwork)) tell(error);
      });
  };
  const open = found !== null && typeof found === 'object' ? found.stations.filter(({ adopted }) => !adopted) : [];
  const chosen = open.filter(({ stream }) => !off.has(stream));
  const adopt = async (pin: Pin): Promise<void> => {
    for (const [i, { stream }] of chosen.entries()) {
      await append(stream, [role === 'house' ? { kind: 'house.adopted', data: pin } : { kind: 'profile.adopted', data: { role, ...pin } }]);
      setDone(i + 1);
    }
    setFound(null);
  };
  return (
    <section aria-label="Whose lamps would change" className="mt-3">
      <div className="flex flex-wrap items-center gap-3">
        <Press onPress={look}>Whose lamps would change by this version?</Press>
        {done > 0 && <p role="status">{counted(done, 'station is', 'stations are')} judged by it from here on.</p>}
      </div>
      {found === 'asking' && <Waiting>Judging every station twice…</Waiting>}
      {found === 'away' && <Empty>The desk does not answer: only there all stations are known.</Empty>}
      {found !== null && typeof found === 'object' && (
        <>
          {open.length === 0 && <Empty>Every station is judged by it already.</Empty>}
          <ul aria-label="Stations that would take it">
            {open.map((of) => (
              <Row
                key={of.stream}
                of={of}
                on={!off.has(of.stream)}
                press={() => {
                  const next = new Set(off);
                  if (!next.delete(of.stream)) next.add(of.stream);
                  setOff(next);
                }}
              />
            ))}
          </ul>
          {open.length > 0 && (
            <div className="mt-2 flex flex-wrap items-center gap-3">
              <Press
                why={chosen.length === 0 ? 'Tick a station first.' : null}
                onPress={() => {
                  adopt(found.pin).catch(tell);
                }}
              >
                {chosen.length} of these adopt it
              </Press>
              <Link className="link" to="/stations">
                To the stations
              </Link>
            </div>
          )}
        </>
      )}
    </section>
  );
};
