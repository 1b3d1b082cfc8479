// Every station's logbook: entries as sentences, newest first, by words, person, kind and day.
import { useCallback, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { everyLogbook, type LogbookLine } from '@green-lamp/core/api';
import { instant, wallTime } from '@green-lamp/core/quantity';
import { FindEntries, useSought } from '../../parts/FindEntries.tsx';
import { Press } from '../../parts/Press.tsx';
import { Empty } from '../../parts/State.tsx';
import { ask, NoNetwork } from '../../store/api.ts';
import { tell } from '../../store/live.ts';

const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;

type Had = { readonly lines: readonly LogbookLine[]; readonly lookedTo: number | null };

export const EveryLogbook = () => {
  const sought = useSought(zone);
  const [had, setHad] = useState<Had | 'away' | null>(null);
  const [looking, setLooking] = useState(false);
  const { typed, from, to } = sought;
  const [text, who] = [typed.text.trim(), typed.who.trim()];
  const query = JSON.stringify({
    ...(text === '' ? {} : { text }),
    ...(who === '' ? {} : { who }),
    ...(typed.about === '' ? {} : { about: typed.about }),
    ...(from === null ? {} : { from }),
    ...(to === null ? {} : { to }),
  });
  const look = useCallback(
    async (before: number | null, were: readonly LogbookLine[]): Promise<void> => {
      setLooking(true);
      try {
        const of = JSON.parse(query) as { [name: string]: never }; // made above
        const answer = await ask(everyLogbook, { query: { ...of, ...(before === null ? {} : { before }) } });
        setHad({ lines: [...were, ...answer.lines], lookedTo: answer.lookedTo });
      } catch (error) {
        if (error instanceof NoNetwork) setHad('away');
        else tell(error);
      } finally {
        setLooking(false);
      }
    },
    [query],
  );
  useEffect(() => {
    // Whoever types is not asked for at each letter.
    const timer = setTimeout(() => void look(null, []), 250);
    return () => {
      clearTimeout(timer);
    };
  }, [look]);
  return (
    <section aria-label="Logbook of every station" className="mt-5">
      <h2 className="border-b border-rule-2 font-bold">Logbook of every station</h2>
      <div className="my-2">
        <FindEntries sought={sought} words="Words, or a station" />
      </div>
      {had === 'away' && (
        <Empty>The desk does not answer: every station’s logbook is only there. A station’s own is in its Handover.</Empty>
      )}
      {had === null && <p className="text-ink-2">Looking…</p>}
      {had !== null && had !== 'away' && (
        <>
          {had.lines.length === 0 && <Empty>No entry like that.</Empty>}
          <ol aria-label="Entries">
            {had.lines.map(({ id, stream, station, at, who: by, says }) => {
              const { day, time } = wallTime(instant(at), zone);
              return (
                <li key={id} className="flex flex-wrap items-baseline gap-x-3 border-b border-rule py-1">
                  <span className="mono w-40 text-note">
                    {day} {time}
                  </span>
                  <Link className="link flex min-h-11 items-center font-semibold" to={`/stations/${stream}/handover?part=logbook`}>
                    {station}
                  </Link>
                  <span className="min-w-60 grow basis-0 wrap-anywhere">
                    {says} <span className="text-ink-2">{by}</span>
                  </span>
                </li>
              );
            })}
          </ol>
          {had.lookedTo !== null && (
            <Press why={looking ? 'It is looking.' : null} onPress={() => void look(had.lookedTo, had.lines)}>
              Older ones
            </Press>
          )}
        </>
      )}
    </section>
  );
};
