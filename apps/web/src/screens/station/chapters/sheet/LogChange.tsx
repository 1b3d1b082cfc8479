// What happened to an element by hand: another card, another aerial, another unit; its name, and that it is gone.
import { useState } from 'react';
import type { Group } from '@green-lamp/core/name';
import type { Element, HardwareKind } from '@green-lamp/core/journal';
import { CautionNote } from '../../../../parts/CautionNote.tsx';
import { Menu } from '../../../../parts/Menu.tsx';
import { SayWindow, type Saying } from '../../../../parts/SayWindow.tsx';
import { append } from '../../../../store/append.ts';
import type { Station } from '../../../../store/use-station.ts';
import { SwapNote } from './SwapNote.tsx';

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

export const LogChange = ({ station, element }: { station: Station; element: Element }) => {
  const [saying, setSaying] = useState<Saying | null>(null);
  const happened = ({ kind, label }: Happening): void => {
    setSaying({
      title: `${element.label}: ${label.toLowerCase()}`,
      label: 'What was done',
      must: false,
      final: true,
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
      final: true,
      button: 'Take it off',
      say: (reason) => void append(station.stream, [{ kind: 'element.removed', data: { id: element.id, reason } }]),
    });
  };
  return (
    <>
      <Menu
        label={`Log change: ${element.label}`}
        items={[
          ...(happenings[element.group] ?? []).map((of) => ({
            label: of.label,
            choose: () => {
              happened(of);
            },
          })),
          { label: 'Rename…', choose: rename },
          { label: 'Take off the sheet…', choose: remove },
        ]}
      >
        Log change
      </Menu>
      {saying !== null && (
        <SayWindow
          saying={saying}
          close={() => {
            setSaying(null);
          }}
        />
      )}
    </>
  );
};
