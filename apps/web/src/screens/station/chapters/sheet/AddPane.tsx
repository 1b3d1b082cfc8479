// Adds to what the station consists of. What was added is opened at once.
import { useState } from 'react';
import { type Group, groups } from '@green-lamp/core/name';
import { elementsOf } from '@green-lamp/core/journal';
import { groupLabels } from '@green-lamp/core/sheet';
import { Choose } from '../../../../parts/Field.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { append } from '../../../../store/append.ts';
import { newElementId } from '../../../../store/element-id.ts';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';

const often: readonly Group[] = ['path', 'sim', 'modem', 'unit', 'link', 'receiver', 'antenna'];

export const AddPane = ({ station, added }: { station: Station; added: (id: string) => void }) => {
  const add = (group: Group): void => {
    const count = elementsOf(station.state, group).length;
    const id = newElementId();
    append(station.stream, [
      { kind: 'element.added', data: { group, id, label: `${groupLabels[group]}${count === 0 ? '' : ` ${count + 1}`}` } },
    ])
      .then((kept) => {
        if (kept.length > 0) added(id);
      })
      .catch(tell);
  };
  const [other, setOther] = useState<Group | ''>('');
  return (
    <section aria-label="Add" className="flex flex-wrap items-end gap-3">
      <h3 className="w-full font-bold">Add equipment</h3>
      {groups
        .filter((group) => often.includes(group))
        .map((group) => (
          <button
            key={group}
            type="button"
            className="button"
            onClick={() => {
              add(group);
            }}
          >
            {groupLabels[group]}
          </button>
        ))}
      <Choose
        label="Something else"
        value={other}
        change={(value) => {
          setOther(groups.find((group) => group === value) ?? '');
        }}
        of={groups.filter((group) => !often.includes(group)).map((value) => ({ value, label: groupLabels[value] }))}
        empty="choose"
      />
      <Press
        why={other === '' ? 'Choose what to add.' : null}
        onPress={() => {
          if (other !== '') add(other);
        }}
      >
        Add it
      </Press>
    </section>
  );
};
