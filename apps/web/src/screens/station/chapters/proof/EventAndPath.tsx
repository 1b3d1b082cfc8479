// Which event is made now, and over which path: the same question at our own desk and at somebody else's.
import { elementsOf } from '@green-lamp/core/journal';
import type { Makeable } from '@green-lamp/core/lamp';
import { type ElementId, isElementId } from '@green-lamp/core/name';
import { askedFor } from '../../../../parts/asked-words.ts';
import { Choose } from '../../../../parts/Field.tsx';
import type { Station } from '../../../../store/use-station.ts';

const keyOf = ({ item, is }: Makeable): string => `${item ?? ''} ${is}`;

export const EventAndPath = (props: {
  station: Station;
  all: readonly Makeable[];
  of: Makeable;
  path: ElementId | null;
  /** What it is called where no path is meant or known. */
  anyPath: string;
  change: (of: Makeable, path: ElementId | null) => void;
  make: () => void;
}) => {
  const { station, all, of, path, anyPath, change, make } = props;
  return (
    <div className="my-2 flex flex-wrap items-end gap-3">
      <div className="min-w-48 grow basis-0">
        <Choose
          label="What you make"
          value={keyOf(of)}
          change={(value) => change(all.find((one) => keyOf(one) === value) ?? of, path)}
          of={all.map((one) => ({ value: keyOf(one), label: askedFor(one) }))}
        />
      </div>
      <div className="min-w-48 grow basis-0">
        <Choose
          label="Over"
          value={path ?? ''}
          change={(value) => change(of, isElementId(value) ? value : null)}
          of={elementsOf(station.state, 'path').map(({ id, label }) => ({ value: id, label }))}
          empty={anyPath}
        />
      </div>
      <button type="button" className="button" onClick={make}>
        I make it now
      </button>
    </div>
  );
};
