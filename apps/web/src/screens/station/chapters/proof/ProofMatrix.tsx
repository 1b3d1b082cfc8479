// What Call asks for of events, paths and receivers, what stands for each, what is left and how long that takes. The core judges each cell.
import { isObject, plainText } from '@green-lamp/core/name';
import {
  cellsOf,
  deskIsOurs,
  type Demand,
  howInWords,
  howOf,
  judging,
  type LampResult,
  matrix,
  openDemands,
  sayReason,
  strengthOf,
  testCall,
  verdictWords,
} from '@green-lamp/core/lamp';
import { counted, inWords } from '@green-lamp/core/quantity';
import { askPlan, planTakes } from '@green-lamp/core/walk';
import { LampMark } from '../../../../parts/LampMark.tsx';
import type { Station } from '../../../../store/use-station.ts';
import { CantBeMade } from './CantBeMade.tsx';

type Judged = ReturnType<typeof judging>;

/** How it is known: by which path a call came, or what another desk's word is. */
const known = ({ on }: Demand): string => {
  if (on === null) return '';
  const { evidence } = on;
  if (evidence.what !== 'confirmation') return howInWords(howOf(evidence), strengthOf(evidence));
  if (!isObject(evidence.facts)) return '';
  return evidence.facts['how'] === 'log' ? 'their own log' : `read back by ${plainText(evidence.facts['person'])}`;
};

const asLamp = (verdict: Demand['verdict']) => (verdict === 'accepted' ? 'none' : verdict);

/** One event, or its end, over one path. */
const Cell = ({ station, cell, toMake, turn }: { station: Station; cell: Demand; toMake: boolean; turn: boolean }) => {
  const { verdict, on, because } = cell;
  const mine = turn ? `${cell.is === 'restoral' ? 'its end' : 'event'} ` : '';
  const label = on === null ? (toMake ? 'to make' : 'not asked here') : station.speaker.when(on.evidence.ord);
  const why = because.map((one) => sayReason(one, station.speaker)).join(' ');
  return (
    <span className="flex items-start gap-2 py-0.5" title={why === '' ? undefined : why}>
      <span className="mt-0.5 shrink-0">
        <LampMark is={asLamp(verdict)} size={17} simulated={on?.evidence.simulated ?? false} />
      </span>
      <span>
        {mine}
        {verdict === 'accepted' ? 'can’t be made' : label}
        <span className="block text-small text-ink-2">
          {verdict === 'accepted' ? cell.accepted?.reason : known(cell)}
          {on?.evidence.place === 'bench' && ', bench'}
          {on?.evidence.simulated === true && ', simulated'}
          {because.some(({ code }) => code === 'not-asked-for') && ', not asked for'}
          {because.some(({ code }) => code === 'nothing-came') && ' nothing came'}
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

/** Where an event is to come in over each path, beside the first receiver; and test calls, which prove no event. */
const Besides = ({ station, j, demands }: { station: Station; j: Judged; demands: readonly Demand[] }) => {
  const receivers = [...new Set(demands.flatMap(({ why, receiver }) => (why === 'receiver' && receiver !== null ? [receiver] : [])))];
  return (
    <>
      {receivers.map((receiver) => (
        <tr key={receiver} className="border-b border-rule align-top">
          <th scope="row" className="py-1 pr-3 font-semibold">
            An event at {station.speaker.element(receiver)}
          </th>
          {j.bindings.paths.map(({ path }) => {
            const cell = demands.find((one) => one.why === 'receiver' && one.receiver === receiver && one.path === path);
            return (
              <td key={path} className="pr-3">
                {cell === undefined ? '–' : <Cell station={station} cell={cell} toMake={cell.on === null} turn={false} />}
              </td>
            );
          })}
        </tr>
      ))}
      {deskIsOurs(j) && (
        <tr className="border-b border-rule align-top">
          <th scope="row" className="py-1 pr-3 font-semibold">
            A call without an event <span className="block text-small font-normal text-ink-2">proves no event</span>
          </th>
          {j.bindings.paths.map((use) => {
            const test = testCall(j, use);
            return (
              <td key={use.path} className="py-1 pr-3">
                <span className="inline-flex items-center gap-2">
                  <LampMark is={test?.is ?? 'dark'} size={17} simulated={test?.evidence.simulated ?? false} />
                  {test === null ? 'not seen' : station.speaker.when(test.evidence.ord)}
                </span>
              </td>
            );
          })}
        </tr>
      )}
    </>
  );
};

export const ProofMatrix = ({ station }: { station: Station }) => {
  const call = station.line.after.find(({ lamp }) => lamp === 'Call');
  const { speaker } = station;
  const j = judging(station.state, { ...station.rules, heard: station.beside?.heard ?? [], now: station.now });
  const asked = matrix(j);
  const plan = askPlan(j);
  const columns = cellsOf(j);
  const items = [...new Set(asked.events.map(({ item }) => item))];
  const left = openDemands(j, asked.demands).length;
  const isToMake = (cell: Demand): boolean => plan.some(({ of, path }) => of.zone === cell.zone && of.is === cell.is && path === cell.path);
  return (
    <section aria-label="What has been proved">
      <h3 className="font-bold">What has been proved</h3>
      <p className="mb-1 text-note text-ink-2">
        {asked.demands.length - left} of {asked.demands.length} asked,{' '}
        {asked.rule === 'full' ? 'by the full rule: each event over each path' : 'economical: each event once, each kind over each path'}.
        {plan.length > 0 && ` ${counted(plan.length, 'event')} to make, about ${inWords(Math.ceil(planTakes(j, plan) / 60_000) * 60_000)}.`}
      </p>
      <div className="overflow-x-auto">
        <table className="w-full border-collapse text-left">
          <thead>
            <tr className="border-b border-rule-2 text-small text-ink-2">
              <th className="py-1 font-semibold">Event</th>
              {columns.map(({ path }, i) => (
                <th key={path} className="pr-3 font-semibold">
                  {i + 1} · {speaker.element(path)}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {items.map((item) => {
              const events = asked.events.filter((of) => of.item === item);
              const [first] = events;
              if (first === undefined) return null;
              const { zone, what } = first;
              return (
                <tr key={item ?? ''} className="border-b border-rule align-top">
                  <th scope="row" className="py-1 pr-3 font-semibold">
                    {item === null ? 'Any event' : what}
                    {zone !== null && <span className="block text-small font-normal text-ink-2">zone {zone}</span>}
                  </th>
                  {columns.map(({ path, cells }) => (
                    <td key={path} className="py-1 pr-3">
                      {cells
                        .filter(({ of }) => of?.item === item)
                        .map((cell) => (
                          <Cell key={cell.is ?? ''} station={station} cell={cell} toMake={isToMake(cell)} turn={events.length > 1} />
                        ))}
                    </td>
                  ))}
                </tr>
              );
            })}
            <Besides station={station} j={j} demands={asked.demands} />
          </tbody>
        </table>
      </div>
      {columns.length === 0 && <p>No path is in use.</p>}
      <CantBeMade station={station} demands={asked.demands} />
      {call !== undefined && <Verdict station={station} call={call} />}
    </section>
  );
};
