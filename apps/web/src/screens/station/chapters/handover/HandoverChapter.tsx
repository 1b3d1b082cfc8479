// Handover: the record, what is put back and how it is signed off, the label for the door, and what is due later.
import { PartTabs, usePart } from '../../../../parts/PartTabs.tsx';
import { useNow } from '../../../../store/use-stream.ts';
import type { Station } from '../../../../store/use-station.ts';
import { useChapter } from '../../door.ts';
import { DuePart } from './DuePart.tsx';
import { LabelPart } from './LabelPart.tsx';
import { LeftOpen } from './LeftOpen.tsx';
import { LogbookPart } from './Logbook.tsx';
import { PutBack } from './PutBack.tsx';
import { RecordPart } from './RecordPart.tsx';
import { SignOff } from './SignOff.tsx';
import { SwapUnderWay } from './SwapUnderWay.tsx';

const SignOffPart = ({ station }: { station: Station }) => {
  const now = useNow(1000);
  return (
    <div className="flex flex-col gap-5">
      <SwapUnderWay station={station} />
      <PutBack station={station} now={now} />
      <SignOff station={station} now={now} />
      <LeftOpen station={station} now={now} />
    </div>
  );
};

const parts = [
  { id: 'record', label: 'Record', Part: RecordPart },
  { id: 'sign-off', label: 'Sign-off', Part: SignOffPart },
  { id: 'label', label: 'Label', Part: LabelPart },
  { id: 'due', label: 'Due', Part: DuePart },
  { id: 'logbook', label: 'Logbook', Part: LogbookPart },
] as const;

export const HandoverChapter = () => {
  const station = useChapter();
  const { id, Part } = usePart('part', parts);
  return (
    <div className="px-5 pt-1 pb-4">
      <h2 className="sr-only">Handover</h2>
      <PartTabs label="Part of the handover" name="part" parts={parts} open={id}>
        <Part station={station} />
      </PartTabs>
    </div>
  );
};
