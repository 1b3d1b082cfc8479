// Who opens which connection to where, through what; and where it can't arrive.
import { useNavigate } from 'react-router';
import { asPlanned } from '@green-lamp/core/lamp';
import { type Flow, type FlowKind, flows } from '@green-lamp/core/walk';
import { Empty } from '../../../../parts/State.tsx';
import type { Station } from '../../../../store/use-station.ts';

const titles: { readonly [K in FlowKind]: string } = {
  'call out': 'The station calls the desk',
  'poll in': 'The desk calls the station',
  'wake up': 'A text wakes the station',
  maintain: 'The station calls for maintenance',
};
const verdict = ({ arrives }: Flow): string =>
  arrives === null ? 'can’t be said: something is not known' : arrives ? 'nothing on the sheet stops it' : 'can’t arrive';

export const WaysPart = ({ station }: { station: Station }) => {
  const go = useNavigate();
  const all = flows(asPlanned(station.state));
  if (all.length === 0) return <Empty>There is no path with a unit on the sheet yet.</Empty>;
  return (
    <div className="flex flex-col gap-5">
      {all.map((flow) => (
        <section key={`${flow.path} ${flow.is}`} aria-label={`${titles[flow.is]}, ${station.speaker.element(flow.path)}`}>
          <h3 className="border-b border-rule-2 font-bold">
            {titles[flow.is]}, over {station.speaker.element(flow.path)}:{' '}
            <span className={flow.arrives === false ? 'underline decoration-double underline-offset-4' : 'font-normal'}>
              {verdict(flow)}
            </span>
          </h3>
          <ol className="mt-2 flex flex-wrap items-stretch gap-y-2">
            {flow.hops.map(({ at, says, keys, stops }, i) => (
              <li key={at + says} className="flex items-stretch">
                {i > 0 && (
                  <span aria-hidden="true" className="self-center px-1 text-head">
                    {flow.hops[i - 1]?.stops == null ? '→' : '╳'}
                  </span>
                )}
                <button
                  type="button"
                  className={`flex min-h-11 w-52 flex-col justify-start bg-sheet-2 px-3 py-2 text-left ${stops === null ? 'border border-rule-2' : 'border-[3px] border-double border-ink'}`}
                  onClick={() => void go(`/stations/${station.stream}/sheet?field=${keys[0] ?? ''}`)}
                >
                  <strong>{at}</strong>
                  <span className="text-note break-words">{says}</span>
                  {stops !== null && <strong className="mt-1 text-note">{stops}</strong>}
                </button>
              </li>
            ))}
          </ol>
        </section>
      ))}
    </div>
  );
};
