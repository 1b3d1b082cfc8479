// What Call asks for and what stands for it: a row for each path in use.
import { isObject, plainText } from '@green-lamp/core/name';
import { type Evidence, strengthOf, isEvidenceHow } from '@green-lamp/core/journal';
import { howInWords, sayReason, type LampResult } from '@green-lamp/core/lamp';
import { LampMark } from '../../../../parts/LampMark.tsx';
import type { Station } from '../../../../store/use-station.ts';

const newest = (station: Station, path: string | null, least: number): Evidence | null =>
  Object.entries(station.state.evidence)
    .filter(
      ([slot, { what, grade }]) =>
        slot.startsWith(`Call|${path ?? ''}|`) && what === 'call' && (grade ?? 0) >= least && (least === 7 || (grade ?? 0) < 7),
    )
    .map(([, evidence]) => evidence)
    .sort((a, b) => b.ord - a.ord)[0] ?? null;

const Cell = ({
  station,
  evidence,
  asked,
  route,
}: {
  station: Station;
  evidence: Evidence | null;
  asked: boolean;
  route: LampResult | undefined;
}) => {
  if (evidence === null)
    return (
      <span className="inline-flex items-center gap-2">
        <LampMark is="dark" size={17} /> {asked ? 'not made' : 'not seen'}
      </span>
    );
  const stale =
    route?.is === 'stale' ||
    (route !== undefined && !route.stands.includes(evidence.entry) && route.is !== 'proven' && route.is !== 'marginal');
  const how = isObject(evidence.facts) && isEvidenceHow(evidence.facts['how']) ? evidence.facts['how'] : 'unknown';
  const event = isObject(evidence.facts) ? plainText(evidence.facts['event']) : '';
  return (
    <span className="inline-flex items-center gap-2">
      <LampMark is={stale ? 'stale' : strengthOf[how] === 'claimed' ? 'marginal' : 'proven'} size={17} simulated={evidence.simulated} />
      <span>
        {station.speaker.when(evidence.ord)}, {event}
        <span className="block text-small text-ink-2">
          {howInWords(how)}
          {evidence.place === 'bench' && ', bench'}
          {evidence.simulated && ', simulated'}
        </span>
      </span>
    </span>
  );
};

export const Asked = ({ station }: { station: Station }) => {
  const call = station.line.after.find(({ lamp }) => lamp === 'Call');
  const { speaker } = station;
  return (
    <section aria-label="What has been proved">
      <h2 className="mb-1 font-bold">What has been proved</h2>
      <table className="w-full border-collapse text-left">
        <thead>
          <tr className="border-b border-rule-2 text-small text-ink-2">
            <th className="py-1 font-semibold">Path</th>
            <th className="font-semibold">An event at the desk (asked)</th>
            <th className="font-semibold">A test call</th>
          </tr>
        </thead>
        <tbody>
          {station.line.strands.map(({ use, lamps }, i) => {
            const route = lamps.find(({ lamp }) => lamp === 'Route');
            return (
              <tr key={use.path} className="h-12 border-b border-rule">
                <th scope="row" className="pr-3 font-semibold">
                  {i + 1} · {speaker.element(use.path)}
                </th>
                <td>
                  <Cell station={station} evidence={newest(station, use.path, 7)} asked route={route} />
                </td>
                <td>
                  <Cell station={station} evidence={newest(station, use.path, 0)} asked={false} route={route} />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {call !== undefined && (
        <div className="mt-2 flex items-start gap-3">
          <LampMark is={call.is} size={24} simulated={call.simulated} />
          <p>
            <strong>Call {call.is}.</strong> {call.because.map((reason) => sayReason(reason, speaker)).join(' ')}
          </p>
        </div>
      )}
    </section>
  );
};
