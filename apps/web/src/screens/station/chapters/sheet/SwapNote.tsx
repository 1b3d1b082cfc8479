// Before a device is replaced: what is another on the new one, what is typed again, which proofs fall.
import { type ElementId, lampWords } from '@green-lamp/core/name';
import { swapOf } from '@green-lamp/core/walk';
import type { Station } from '../../../../store/use-station.ts';

export const SwapNote = ({ station, element }: { station: Station; element: ElementId }) => {
  const { again, other, falls } = swapOf(station.state, element);
  const named = (keys: typeof again): string => (keys.length === 0 ? 'nothing' : keys.map(station.speaker.setting).join(', '));
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 text-note">
      <dt className="font-semibold">Another on the new one</dt>
      <dd>{named(other)}. Read them off its label.</dd>
      <dt className="font-semibold">Typed again</dt>
      <dd>{named(again)}</dd>
      <dt className="font-semibold">Proofs that fall</dt>
      <dd>{falls.map((lamp) => lampWords[lamp]).join(', ')}</dd>
    </dl>
  );
};
