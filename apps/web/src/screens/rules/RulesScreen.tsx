// What a station is judged by: the checks, the house rules, and the equipment profiles.
import { PartTabs, usePart } from '../../parts/PartTabs.tsx';
import { ChecksPart } from './ChecksPart.tsx';
import { HousePart } from './HousePart.tsx';
import { ProfilesPart } from './ProfilesPart.tsx';

const parts = [
  { id: 'checks', label: 'Checks', Part: ChecksPart },
  { id: 'house', label: 'House rules', Part: HousePart },
  { id: 'profiles', label: 'Profiles', Part: ProfilesPart },
] as const;

export const RulesScreen = () => {
  const { id, Part } = usePart('of', parts);
  return (
    <div className="h-full overflow-y-auto bg-sheet px-5 py-4" tabIndex={0} role="region" aria-label="Rules">
      <h1 className="mb-3 text-head font-bold">What stations are judged by</h1>
      <PartTabs label="Which rules" name="of" parts={parts} open={id}>
        <Part />
      </PartTabs>
    </div>
  );
};
