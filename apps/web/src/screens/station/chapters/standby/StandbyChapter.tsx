// Standby: the drills that prove it, how long the station is dark when its first path dies, the choice of its probes, and what the paths share.
import { setupsOf } from '@green-lamp/core/walk';
import { sayReason, verdictWords } from '@green-lamp/core/lamp';
import { CautionNote } from '../../../../parts/CautionNote.tsx';
import { LampMark } from '../../../../parts/LampMark.tsx';
import { PartTabs, usePart } from '../../../../parts/PartTabs.tsx';
import type { Station } from '../../../../store/use-station.ts';
import { useChapter } from '../../door.ts';
import { Drill } from './drill/Drill.tsx';
import { GapPart } from './GapPart.tsx';
import { ProbesPart } from './ProbesPart.tsx';
import { SetupPart } from './SetupPart.tsx';
import { SharedPart } from './SharedPart.tsx';
import { TunnelPart } from './TunnelPart.tsx';

const Stands = ({ station }: { station: Station }) => {
  const standby = station.line.after.find(({ lamp }) => lamp === 'Standby');
  if (standby === undefined) return null;
  return (
    <section aria-label="What Standby stands on" className="flex items-start gap-3">
      <LampMark is={standby.is} size={24} simulated={standby.simulated} />
      <div>
        <p>
          <strong>
            Standby {verdictWords[standby.is]}
            {standby.rehearsal && ', bench'}.
          </strong>{' '}
          {standby.because.map((reason) => sayReason(reason, station.speaker)).join(' ')}
        </p>
        {standby.next !== null && (
          <p>
            <strong className="text-brass-ink">Next:</strong> {sayReason(standby.next, station.speaker)}
          </p>
        )}
      </div>
    </section>
  );
};

const DrillPart = ({ station }: { station: Station }) => (
  <div className="flex flex-col gap-4">
    <CautionNote of="aerial" />
    <Drill station={station} />
    <Stands station={station} />
  </div>
);

const drill = { id: 'drill', label: 'Drill', Part: DrillPart } as const;
const setup = { id: 'setup', label: 'Set-up', Part: SetupPart } as const;
const parts = [
  { id: 'gap', label: 'How long', Part: GapPart },
  { id: 'probes', label: 'Probes', Part: ProbesPart },
  { id: 'shared', label: 'What they share', Part: SharedPart },
] as const;

const tunnel = { id: 'tunnel', label: 'Tunnel', Part: TunnelPart } as const;

export const StandbyChapter = () => {
  const station = useChapter();
  const shown = [
    drill,
    ...(setupsOf(station.state, station.line, station.rules.profiles).length > 0 ? [setup] : []),
    ...parts,
    ...(station.line.tunnels.length > 0 ? [tunnel] : []),
  ] as const;
  const { id, Part } = usePart('part', shown);
  return (
    <div className="px-5 pt-1 pb-4">
      <h2 className="sr-only">Standby</h2>
      <PartTabs label="Part of the standby" name="part" parts={shown} open={id}>
        <Part station={station} />
      </PartTabs>
    </div>
  );
};
