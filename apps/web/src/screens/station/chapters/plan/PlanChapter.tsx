// Plan: what to ask, what to take, how the visit goes, who calls whom, and what to type in which order.
import { PartTabs, usePart } from '../../../../parts/PartTabs.tsx';
import { useChapter } from '../../door.ts';
import { AskPart } from './AskPart.tsx';
import { CardsPart } from './CardsPart.tsx';
import { KitPart } from './KitPart.tsx';
import { LogicPart } from './LogicPart.tsx';
import { ManyPart } from './ManyPart.tsx';
import { MenuPart } from './MenuPart.tsx';
import { RemotePart } from './RemotePart.tsx';
import { VisitPart } from './VisitPart.tsx';
import { WaysPart } from './WaysPart.tsx';

const parts = [
  { id: 'ask', label: 'Ask', Part: AskPart },
  { id: 'kit', label: 'Take along', Part: KitPart },
  { id: 'cards', label: 'Cards', Part: CardsPart },
  { id: 'visit', label: 'The visit', Part: VisitPart },
  { id: 'ways', label: 'Who calls whom', Part: WaysPart },
  { id: 'menu', label: 'Type it in', Part: MenuPart },
  { id: 'logic', label: 'Logic', Part: LogicPart },
  { id: 'many', label: 'Many like it', Part: ManyPart },
  { id: 'afar', label: 'From afar', Part: RemotePart },
] as const;

export const PlanChapter = () => {
  const station = useChapter();
  const { id, Part } = usePart('part', parts);
  return (
    <div className="px-5 py-3">
      <h2 className="sr-only">Plan</h2>
      <PartTabs label="Part of the plan" name="part" parts={parts} open={id} />
      <Part station={station} />
    </div>
  );
};
