// Bench: the programming sheet of each device, what devices answered, and the files they export.
import { useSearchParams } from 'react-router';
import { PartTabs, usePart } from '../../../../parts/PartTabs.tsx';
import { useChapter } from '../../door.ts';
import { AnsweredPart } from './AnsweredPart.tsx';
import { DeviceFiles } from './DeviceFiles.tsx';
import { MenuPart } from './MenuPart.tsx';

const answered = { id: 'answered', label: 'What it answered', Part: AnsweredPart };
const files = { id: 'files', label: 'Files', Part: DeviceFiles };
const menu = { id: 'menu', label: 'Programming sheet', Part: MenuPart };

export const BenchChapter = () => {
  const station = useChapter();
  const [search] = useSearchParams();
  const keyed = station.rules.profiles.some(({ menu: prompts = [] }) => prompts.length > 0);
  const parts = keyed ? ([menu, answered, files] as const) : ([answered, files] as const);
  const named = usePart('part', parts);
  // A kept text and a lamp's door belong to what was answered.
  const { id, Part } = search.has('part') || !(search.has('text') || search.has('lamp')) ? named : answered;
  return (
    <div className="px-5 pt-1 pb-4">
      <h2 className="sr-only">Bench</h2>
      <PartTabs label="Part of the bench" name="part" parts={parts} open={id}>
        <Part station={station} />
      </PartTabs>
    </div>
  );
};
