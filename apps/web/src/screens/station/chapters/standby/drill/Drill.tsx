// A drill: begun, or the one that runs.
import type { Station } from '../../../../../store/use-station.ts';
import { BeginDrill } from './BeginDrill.tsx';
import { RunningDrill } from './RunningDrill.tsx';

export const Drill = ({ station }: { station: Station }) => {
  const { drill } = station.state;
  return (
    <section aria-label="Drill" className="border-t border-rule pt-2">
      {drill === null ? <BeginDrill station={station} /> : <RunningDrill key={drill.pos.id} station={station} drill={drill} />}
    </section>
  );
};
