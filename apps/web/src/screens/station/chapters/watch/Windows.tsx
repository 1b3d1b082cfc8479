// By which schedule it calls, and when the window of its next call ends: for the station, and for each path that tests by itself.
import type { Down, Supervision } from '@green-lamp/core/lamp';
import { inWords } from '@green-lamp/core/quantity';
import type { Station } from '../../../../store/use-station.ts';

const minute = 60_000;
const from = (ms: number): string => inWords(Math.max(minute, Math.ceil(ms / minute) * minute));
const ahead = (at: number, now: number): string => (at > now ? `in ${from(at - now)}` : `${from(now - at)} ago`);

const schedule = ({ every, hour, zone, late, grace }: Supervision): string => {
  const calls = every === null ? 'The sheet does not say how often it calls by itself' : `It calls by itself every ${inWords(every)}`;
  const at = hour === '' ? '' : ` at ${hour} (${zone})`;
  const silence = grace === null ? 'no silence is said after which somebody is sent' : `a silence of ${inWords(grace)} is noticed`;
  return `${calls}${at}; one call may be late by ${inWords(late)}; ${silence}.`;
};

export const Windows = ({ station, of, now, downs }: { station: Station; of: Supervision; now: number; downs: readonly Down[] }) => {
  const { speaker } = station;
  const away = downs.at(-1);
  return (
    <section aria-label="When it is due">
      <h3 className="font-bold">When it is due</h3>
      <p>
        {schedule(of)}
        {of.season.until !== null &&
          ` ${of.season.is === 'usual' ? 'Winter begins' : 'These are the winter’s, which ends'} ${speaker.when(of.season.until)}.`}
      </p>
      {of.windows.length > 0 && (
        <div className="overflow-x-auto">
          <table className="mt-1 w-full border-collapse text-left">
            <thead>
              <tr className="border-b border-rule-2 text-small text-ink-2">
                <th className="py-1 pr-3 font-semibold">Of</th>
                <th className="pr-3 font-semibold">Last</th>
                <th className="pr-3 font-semibold">Next due</th>
                <th className="font-semibold">Noticed</th>
              </tr>
            </thead>
            <tbody>
              {of.windows.map(({ path, is, since, next, due }) => (
                <tr key={path ?? ''} className="border-b border-rule align-top">
                  <th scope="row" className="py-1 pr-3 font-semibold">
                    {path === null ? 'The station' : speaker.element(path)}
                  </th>
                  <td className="py-1 pr-3">
                    {is === 'first' ? 'nothing since the visit of ' : ''}
                    {speaker.when(since)}
                  </td>
                  <td className="py-1 pr-3">{next === null ? 'not known' : `${speaker.when(next)}, ${ahead(next, now)}`}</td>
                  <td className="py-1">{`${speaker.when(due)}, ${ahead(due, now)}`}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {away !== undefined && (
        <p className="text-note text-ink-2">
          The desk itself was away last from {speaker.when(away.from)} to {speaker.when(away.to)}: windows over it are longer.
        </p>
      )}
    </section>
  );
};
