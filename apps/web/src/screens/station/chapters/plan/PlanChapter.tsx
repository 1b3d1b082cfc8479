// Plan: what to ask, what to take, how the visit goes, who calls whom, how outputs behave, what goes to which socket, and the whole of it tried on paper.
import { elementsOf } from '@green-lamp/core/journal';
import { PartTabs, usePart } from '../../../../parts/PartTabs.tsx';
import { useChapter } from '../../door.ts';
import { AskPart } from './ask/AskPart.tsx';
import { CablesPart } from './cables/CablesPart.tsx';
import { DryRunPart } from './DryRunPart.tsx';
import { KitPart } from './KitPart.tsx';
import { LogicPart } from './LogicPart.tsx';
import { VisitPart } from './VisitPart.tsx';
import { WaysPart } from './WaysPart.tsx';

const logic = { id: 'logic', label: 'Logic', Part: LogicPart };

export const PlanChapter = () => {
  const station = useChapter();
  const parts = [
    { id: 'kit', label: 'Kit list', Part: KitPart },
    { id: 'visit', label: 'The visit', Part: VisitPart },
    { id: 'ways', label: 'Connections and ports', Part: WaysPart },
    ...(elementsOf(station.state, 'output').length > 0 ? [logic] : []),
    { id: 'cables', label: 'Cable and wiring lists', Part: CablesPart },
    { id: 'dry', label: 'Dry run', Part: DryRunPart },
  ];
  const { id, Part } = usePart('part', [{ id: 'ask', label: 'Ask', Part: AskPart }, ...parts]);
  return (
    <div className="px-5 pt-1 pb-4">
      <h2 className="sr-only">Plan</h2>
      <PartTabs label="Part of the plan" name="part" parts={[{ id: 'ask', label: 'Ask' }, ...parts]} open={id}>
        <Part station={station} />
      </PartTabs>
    </div>
  );
};
