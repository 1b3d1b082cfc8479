// Proof: the calls of this station as they come, and changes made from afar.
import type { ReactNode } from 'react';
import { PartTabs, usePart } from '../../../../parts/PartTabs.tsx';
import type { Station } from '../../../../store/use-station.ts';
import { useChapter } from '../../door.ts';
import { CallsPart } from './CallsPart.tsx';
import { DeskListPart } from './DeskList.tsx';
import { hasNodes, NodesPart } from './NodesPart.tsx';
import { hasPeople, PeoplePart } from './PeoplePart.tsx';
import { RemotePart } from './RemotePart.tsx';
import { ValuesPart } from './ValuesPart.tsx';

type Part = { readonly id: string; readonly label: string; readonly Part: (of: { station: Station }) => ReactNode };
const calls = { id: 'calls', label: 'Calls', Part: CallsPart };
const values = { id: 'values', label: 'Values', Part: ValuesPart };
const nodes = { id: 'nodes', label: 'Nodes', Part: NodesPart };
const people = { id: 'people', label: 'People', Part: PeoplePart };
const zones = { id: 'zones', label: 'Desk’s list', Part: DeskListPart };
const remote = { id: 'remote', label: 'Remote change', Part: RemotePart };

export const ProofChapter = () => {
  const station = useChapter();
  const fitted = station.line.after.some(({ lamp, is }) => lamp === 'Reach' && is !== 'none');
  const parts: readonly [Part, ...Part[]] = [
    calls,
    values,
    ...(hasNodes(station) ? [nodes] : []),
    zones,
    ...(hasPeople(station) ? [people] : []),
    ...(fitted ? [remote] : []),
  ];
  const { id, Part: Open } = usePart('part', parts);
  return (
    <div className="px-5 pt-1 pb-4">
      <h2 className="sr-only">Proof</h2>
      <PartTabs label="Part of the proof" name="part" parts={parts} open={id}>
        <Open station={station} />
      </PartTabs>
    </div>
  );
};
