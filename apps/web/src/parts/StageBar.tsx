// How far a setting has got, as a short bar and a word.
import { type Stage, stages } from '@green-lamp/core/name';

export const stageWords: { readonly [S in Stage]: string } = {
  wanted: 'wanted',
  entered: 'entered',
  applied: 'applied',
  inForce: 'in force',
  readBack: 'read back',
};

export const StageBar = ({ stage, of = stages }: { stage: Stage | null; of?: readonly Stage[] }) => {
  if (stage === null) return null;
  const filled = of.filter((one) => stages.indexOf(one) <= stages.indexOf(stage)).length - 1;
  return (
    <span className="inline-flex items-center gap-2 text-note font-semibold text-ink-2">
      <svg width="30" height="10" aria-hidden="true" focusable="false">
        <rect x="0.5" y="0.5" width="29" height="9" fill="none" stroke="var(--rule-2)" />
        <rect x="1" y="1" width={(28 * filled) / (of.length - 1)} height="8" fill="var(--ink-2)" />
      </svg>
      {stageWords[stage]}
    </span>
  );
};
