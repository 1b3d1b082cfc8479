import { type Caution, cautions, localRules } from '@green-lamp/core/sheet';

/** A caution at its step: in ink, so that the lamps stay the only colour. */
export const CautionNote = ({ of }: { of: Caution }) => (
  <p className="border-2 border-ink bg-sheet px-3 py-2 text-note">
    <strong>Caution. </strong>
    {cautions[of]} {localRules}
  </p>
);
