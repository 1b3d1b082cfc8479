// Proof: the calls of this station as they come, and changes made from afar.
import { PartTabs, usePart } from '../../../../parts/PartTabs.tsx';
import { useChapter } from '../../door.ts';
import { CallsPart } from './CallsPart.tsx';
import { DeskListPart } from './DeskList.tsx';
import { RemotePart } from './RemotePart.tsx';
import { ValuesPart } from './ValuesPart.tsx';

const calls = { id: 'calls', label: 'Calls', Part: CallsPart };
const values = { id: 'values', label: 'Values', Part: ValuesPart };
const zones = { id: 'zones', label: 'Desk’s list', Part: DeskListPart };
const remote = { id: 'remote', label: 'Remote change', Part: RemotePart };

export const ProofChapter = () => {
  const station = useChapter();
  const fitted = station.line.after.some(({ lamp, is }) => lamp === 'Reach' && is !== 'none');
  const parts = fitted ? ([calls, values, zones, remote] as const) : ([calls, values, zones] as const);
  const { id, Part } = usePart('part', parts);
  return (
    <div className="px-5 pt-1 pb-4">
      <h2 className="sr-only">Proof</h2>
      <PartTabs label="Part of the proof" name="part" parts={parts} open={id}>
        <Part station={station} />
      </PartTabs>
    </div>
  );
};
