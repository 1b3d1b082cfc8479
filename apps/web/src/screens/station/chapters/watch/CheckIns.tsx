// The calls that came by themselves since somebody was last there: what proves Watch.
import { checkInsOf } from '@green-lamp/core/lamp';
import type { Station } from '../../../../store/use-station.ts';

export const CheckIns = ({ station, now }: { station: Station; now: number }) => {
  const heard = station.beside?.heard ?? [];
  const of = checkInsOf({ state: station.state, heard, now });
  const { attended } = station.state;
  const asked = station.rules.house.checkIns;
  const { speaker } = station;
  return (
    <section aria-label="Check-ins that came by themselves">
      <h3 className="font-bold">
        Check-ins that came by themselves{' '}
        <span className="font-normal text-ink-2">
          {of.instants.length} came, {asked} are asked
        </span>
      </h3>
      <p className="text-note text-ink-2">
        {attended === null
          ? 'Nobody was there yet.'
          : `Counted since ${speaker.when(attended.ord)}, when somebody was last there, or in it from afar.`}
        {of.every === null && ' Without an interval on the sheet no call counts as scheduled.'}
        {of.simulated && ' All of them are simulated.'}
      </p>
      {of.instants.length === 0 ? (
        <p className="py-1">None yet.</p>
      ) : (
        <ol className="flex flex-wrap gap-x-5 gap-y-1 py-1">
          {of.instants.slice(-12).map((at) => (
            <li key={at} className="mono text-note">
              {speaker.when(at)}
            </li>
          ))}
        </ol>
      )}
    </section>
  );
};
