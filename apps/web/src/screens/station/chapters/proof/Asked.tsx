// What Call asks for and what stands for it: a row for each path in use. The core judges each cell.
import { isObject, plainText } from '@green-lamp/core/name';
import {
  type CallCell,
  callCells,
  deskIsOurs,
  howInWords,
  howOf,
  judging,
  type LampResult,
  sayReason,
  strengthOf,
  verdictWords,
} from '@green-lamp/core/lamp';
import { LampMark } from '../../../../parts/LampMark.tsx';
import type { Station } from '../../../../store/use-station.ts';

/** How it is known: by which path a call came, or what another desk's word is. */
const known = ({ evidence }: CallCell): string => {
  if (evidence.what !== 'confirmation') return howInWords(howOf(evidence), strengthOf(evidence));
  if (!isObject(evidence.facts)) return '';
  return evidence.facts['how'] === 'log' ? 'their own log' : `read back by ${plainText(evidence.facts['person'])}`;
};

const Cell = ({ station, cell, none }: { station: Station; cell: CallCell | null; none: string }) => {
  if (cell === null)
    return (
      <span className="inline-flex items-center gap-2">
        <LampMark is="dark" size={17} /> {none}
      </span>
    );
  const { evidence, is } = cell;
  const event = isObject(evidence.facts) ? plainText(evidence.facts['event']) : '';
  return (
    <span className="inline-flex items-center gap-2">
      <LampMark is={is} size={17} simulated={evidence.simulated} />
      <span>
        {station.speaker.when(evidence.ord)}, {event}
        <span className="block text-small text-ink-2">
          {known(cell)}
          {evidence.place === 'bench' && ', bench'}
          {evidence.simulated && ', simulated'}
        </span>
      </span>
    </span>
  );
};

const Verdict = ({ station, call }: { station: Station; call: LampResult }) => (
  <div className="mt-2 flex items-start gap-3">
    <LampMark is={call.is} size={24} simulated={call.simulated} />
    <p>
      <strong>
        Call {verdictWords[call.is]}
        {call.rehearsal && ', bench'}.
      </strong>{' '}
      {call.because.map((reason) => sayReason(reason, station.speaker)).join(' ')}
    </p>
  </div>
);

export const Asked = ({ station }: { station: Station }) => {
  const call = station.line.after.find(({ lamp }) => lamp === 'Call');
  const { speaker } = station;
  const j = judging(station.state, { ...station.rules, heard: station.beside?.heard ?? [], now: station.now });
  const ours = deskIsOurs(j);
  return (
    <section aria-label="What has been proved">
      <h3 className="mb-1 font-bold">What has been proved</h3>
      <table className="w-full border-collapse text-left">
        <thead>
          <tr className="border-b border-rule-2 text-small text-ink-2">
            <th className="py-1 font-semibold">Path</th>
            {ours ? (
              <>
                <th className="font-semibold">An event at the desk (asked)</th>
                <th className="font-semibold">A test call</th>
              </>
            ) : (
              <th className="font-semibold">What the other desk confirms of an event (asked)</th>
            )}
          </tr>
        </thead>
        <tbody>
          {station.line.strands.map(({ use }, i) => {
            const { event, test, confirmed } = callCells(j, use);
            return (
              <tr key={use.path} className="h-12 border-b border-rule">
                <th scope="row" className="pr-3 font-semibold">
                  {i + 1} · {speaker.element(use.path)}
                </th>
                <td>
                  <Cell station={station} cell={ours ? event : confirmed} none={ours ? 'not made' : 'not confirmed'} />
                </td>
                {ours && (
                  <td>
                    <Cell station={station} cell={test} none="not seen" />
                  </td>
                )}
              </tr>
            );
          })}
        </tbody>
      </table>
      {call !== undefined && <Verdict station={station} call={call} />}
    </section>
  );
};
