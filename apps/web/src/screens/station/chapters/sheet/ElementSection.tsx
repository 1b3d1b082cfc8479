// One element of the sheet (this SIM, that path): its settings, and what happened to it by hand.
import { useState } from 'react';
import { type Group, settingKey } from '@green-lamp/core/name';
import { type Element, elementsOf, type HardwareKind, wanted } from '@green-lamp/core/journal';
import { groupLabels, isPathKind, type Parameter, parametersOf } from '@green-lamp/core/sheet';
import { CautionNote } from '../../../../parts/CautionNote.tsx';
import { Menu } from '../../../../parts/Menu.tsx';
import { SayWindow, type Saying } from '../../../../parts/SayWindow.tsx';
import { append } from '../../../../store/append.ts';
import type { Station } from '../../../../store/use-station.ts';
import { newElementId } from '../../../stations/new-station.ts';
import { type Rows, SettingRow, SheetHead } from './SettingRow.tsx';

type Happening = { kind: HardwareKind; label: string };
const happenings: { readonly [G in Group]: readonly Happening[] } = {
  sim: [{ kind: 'card.changed', label: 'Another card is in' }],
  modem: [
    { kind: 'antenna.changed', label: 'Aerial changed or moved' },
    { kind: 'unit.replaced', label: 'Modem replaced' },
  ],
  unit: [{ kind: 'unit.replaced', label: 'Unit replaced' }],
  path: [{ kind: 'cable.changed', label: 'Cable changed' }],
  link: [{ kind: 'cable.changed', label: 'Cable changed' }],
  receiver: [],
};

const applies = (of: Parameter, station: Station, element: Element): boolean => {
  if (of.only === undefined || element.group !== 'path') return true;
  const kind = wanted(station.state, settingKey('path', element.id, 'kind'));
  return !isPathKind(kind) || of.only.includes(kind);
};

export const ElementSection = ({ element, ...rows }: Rows & { element: Element }) => {
  const { station } = rows;
  const [saying, setSaying] = useState<Saying | null>(null);
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
            ...happenings[element.group].map((of) => ({
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
      {parametersOf(element.group)
        .filter((of) => applies(of, station, element))
        .map((of) => (
          <SettingRow key={of.key} of={of} element={element.id} {...rows} />
        ))}
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

export const AddElement = ({ station, groups }: { station: Station; groups: readonly Group[] }) => {
  const add = (group: Group): void => {
    const count = elementsOf(station.state, group).length;
    void append(station.stream, [
      { kind: 'element.added', data: { group, id: newElementId(), label: `${groupLabels[group]}${count === 0 ? '' : ` ${count + 1}`}` } },
    ]);
  };
  return (
    <section aria-label="Add" className="mt-6 mb-4 flex flex-wrap items-center gap-3">
      <span className="font-semibold">Add</span>
      {groups.map((group) => (
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
    </section>
  );
};
