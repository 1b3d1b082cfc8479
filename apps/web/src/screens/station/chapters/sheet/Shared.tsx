// What this station shares with others and must not: one card, account, number or network at two of them. Only the desk knows every sheet.
import { useEffect, useRef, useState } from 'react';
import { type Says, sharedWith } from '@green-lamp/core/api';
import type { Stream } from '@green-lamp/core/name';
import { severityWords } from '../../../../parts/severity-words.ts';
import { holderOf } from './holders.ts';
import { ask, NoNetwork } from '../../../../store/api.ts';
import { tell, useLive } from '../../../../store/live.ts';

type SharedHere = Says<typeof sharedWith>['shared'][number];

/** Asked anew when the sheet has changed, once it has come to rest. */
const rest = 1500;
const useShared = (stream: Stream, ord: number): readonly SharedHere[] => {
  const [shared, setShared] = useState<readonly SharedHere[]>([]);
  const asked = useRef<Stream | null>(null);
  const connected = useLive((live) => live.connected);
  useEffect(() => {
    let gone = false;
    const look = (): void => {
      ask(sharedWith, { query: { stream } })
        .then((answer) => {
          if (gone) return;
          setShared(answer.shared);
          if (answer.again !== null) timer = setTimeout(look, Math.max(rest, answer.again));
        })
        .catch((error: unknown) => {
          if (!(error instanceof NoNetwork)) tell(error);
        });
    };
    let timer = setTimeout(look, asked.current === stream ? rest : 0);
    asked.current = stream;
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [stream, connected, ord]);
  return shared;
};

export const Shared = ({ stream, ord, goTo, of }: { stream: Stream; ord: number; goTo: (key: string) => void; of: string | null }) => {
  const shared = useShared(stream, ord).filter(({ key }) => of === null || holderOf(key) === of);
  if (shared.length === 0) return null;
  return (
    <section aria-label="Shared with other stations">
      <ul className="flex flex-col gap-2">
        {shared.map(({ finding, key, others }) => (
          <li key={finding.rule + key} className="flex flex-wrap items-center gap-3 border-l-4 border-ink bg-sheet-2 px-4 py-2">
            <div className="min-w-[260px] grow basis-0">
              <p className="font-semibold">
                {severityWords[finding.severity]} · {finding.looksFor}
              </p>
              <p className="text-note">
                <span className="mono">{finding.value}</span>, also at {others.slice(0, 4).join(', ')}
                {others.length > 4 ? ` and ${others.length - 4} more` : ''}. {finding.todo}
              </p>
            </div>
            <button
              type="button"
              className="button"
              onClick={() => {
                goTo(key);
              }}
            >
              Go to the field
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
};
