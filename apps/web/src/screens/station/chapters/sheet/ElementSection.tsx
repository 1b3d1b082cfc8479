// One element of the sheet (this SIM, that path): its settings, and what happened to it by hand.
import { useState } from 'react';
import type { Group } from '@green-lamp/core/name';
import { type Element, elementsOf, type HardwareKind } from '@green-lamp/core/journal';
import { groupLabels, type SheetRow } from '@green-lamp/core/sheet';
import { CautionNote } from '../../../../parts/CautionNote.tsx';
import { Choose } from '../../../../parts/Field.tsx';
import { Menu } from '../../../../parts/Menu.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { SayWindow, type Saying } from '../../../../parts/SayWindow.tsx';
import { append } from '../../../../store/append.ts';
import type { Station } from '../../../../store/use-station.ts';
import { newElementId } from '../../../../store/element-id.ts';
import { SwapNote } from './SwapNote.tsx';
import { SheetFigures } from './SheetFigures.tsx';
import { type Rows, SettingRow, SheetHead } from './SettingRow.tsx';

type Happening = { kind: HardwareKind; label: string };
const happenings: { readonly [G in Group]?: readonly Happening[] } = {
  sim: [{ kind: 'card.changed', label: 'Another card is in' }],
  modem: [
    { kind: 'antenna.changed', label: 'Aerial changed or moved' },
    { kind: 'unit.replaced', label: 'Modem replaced' },
  ],
  unit: [{ kind: 'unit.replaced', label: 'Unit replaced' }],
  path: [{ kind: 'cable.changed', label: 'Cable changed' }],
  link: [{ kind: 'cable.changed', label: 'Cable changed' }],
};

type Props = Rows & {
  element: Element;
  shown: readonly SheetRow[];
  /** How many settings it has in all. */
  whole: number;
  narrowed: boolean;
};

export const ElementSection = ({ element, shown, whole, narrowed, ...rows }: Props) => {
  const { station } = rows;
  const [saying, setSaying] = useState<Saying | null>(null);
  if (narrowed && shown.length === 0) return null;
  const happened = ({ kind, label }: Happening): void => {
    setSaying({
      title: `${element.label}: ${label.toLowerCase()}`,
      label: 'What was done',
      must: false,
      button: 'It was done',
      ...(kind === 'antenna.changed'
        ? { above: <CautionNote of="aerial" /> }
        : kind === 'cable.changed'
          ? { above: <CautionNote of="leads" /> }
          : kind === 'unit.replaced'
            ? { above: <SwapNote station={station} element={element.id} /> }
            : {}),
      say: (words) => void append(station.stream, [{ kind, data: { element: element.id, words } }]),
    });
  };
  const rename = (): void => {
    setSaying({
      title: 'Call it',
      label: 'Name',
      start: element.label,
      must: true,
      button: 'Rename',
      say: (label) => void append(station.stream, [{ kind: 'element.labelled', data: { id: element.id, label } }]),
    });
  };
  const remove = (): void => {
    setSaying({
      title: `Take ${element.label} off the sheet`,
      label: 'Why',
      must: true,
      button: 'Take it off',
      say: (reason) => void append(station.stream, [{ kind: 'element.removed', data: { id: element.id, reason } }]),
    });
  };
  return (
    <section aria-label={`${groupLabels[element.group]}, ${element.label}`} className="mt-5">
      <div className="flex items-end justify-between gap-2">
        <div className="grow">
          <SheetHead
            title={element.label === groupLabels[element.group] ? element.label : `${groupLabels[element.group]} · ${element.label}`}
          />
        </div>
        <Menu
          label={`What happened to ${element.label}`}
          items={[
            ...(happenings[element.group] ?? []).map((of) => ({
              label: of.label,
              choose: () => {
                happened(of);
              },
            })),
            { label: 'Called something else…', choose: rename },
            { label: 'Taken off the sheet…', choose: remove },
          ]}
        >
          It was…
        </Menu>
      </div>
      {shown.map(({ of }) => (
        <SettingRow key={of.key} of={of} element={element.id} {...rows} />
      ))}
      {shown.length < whole && (
        <p className="px-2 py-1 text-small text-ink-2">
          {whole - shown.length} more that nobody asks for: find them above, or show every setting.
        </p>
      )}
      <SheetFigures station={station} element={element} />
      {saying !== null && (
        <SayWindow
          saying={saying}
          close={() => {
            setSaying(null);
          }}
        />
      )}
    </section>
  );
};

const often: readonly Group[] = ['path', 'sim', 'modem', 'unit', 'link', 'receiver', 'antenna'];

export const AddElement = ({ station, groups }: { station: Station; groups: readonly Group[] }) => {
  const add = (group: Group): void => {
    const count = elementsOf(station.state, group).length;
    void append(station.stream, [
      { kind: 'element.added', data: { group, id: newElementId(), label: `${groupLabels[group]}${count === 0 ? '' : ` ${count + 1}`}` } },
    ]);
  };
  const [other, setOther] = useState<Group | ''>('');
  return (
    <section aria-label="Add" className="mt-6 mb-4 flex flex-wrap items-end gap-3">
      <span className="min-h-11 content-center font-semibold">Add</span>
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
