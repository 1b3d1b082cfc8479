// Where the station stands: on the bench or at its site. What was proved before it was moved was a rehearsal.
import { useState } from 'react';
import { benchLeft, promptName } from '@green-lamp/core/walk';
import { CautionNote } from '../../../../parts/CautionNote.tsx';
import { Menu } from '../../../../parts/Menu.tsx';
import { SayWindow, type Saying } from '../../../../parts/SayWindow.tsx';
import { append } from '../../../../store/append.ts';
import type { Station } from '../../../../store/use-station.ts';

export const PlaceBar = ({ station }: { station: Station }) => {
  const [saying, setSaying] = useState<Saying | null>(null);
  const { placed } = station.state;
  const atSite = placed?.place === 'site';
  const left = atSite ? [] : benchLeft(station.rules.profiles, station.state, station.rules.house);
  const fit = (): void => {
    setSaying({
      title: 'Fitted at the site',
      label: 'Where exactly',
      must: left.length > 0,
      final: true,
      button: 'It is fitted there',
      above: (
        <>
          {left.length > 0 && (
            <div className="border-l-4 border-ink pl-3">
              <p className="font-semibold">The bench list is not done, and it can hardly be done out there:</p>
              <ul>
                {left.map(({ profile, step }) => (
                  <li key={promptName(profile, step.prompt)}>
                    {step.prompt.shows} ({profile.name})
                  </li>
                ))}
              </ul>
              <p>Do it under Bench, Programming sheet; or say below where it stands and go on.</p>
            </div>
          )}
          <CautionNote of="mast" />
        </>
      ),
      say: (where) => void append(station.stream, [{ kind: 'placed', data: { place: 'site', where } }]),
    });
  };
  const items = [
    { label: atSite ? 'Moved to another place…' : 'Fitted at the site…', choose: fit },
    ...(atSite
      ? [
          {
            label: 'Taken back to the bench',
            choose: () => void append(station.stream, [{ kind: 'placed', data: { place: 'bench', where: '' } }]),
          },
        ]
      : []),
    {
      label: 'Shut: the door is closed',
      choose: () => void append(station.stream, [{ kind: 'door.shut', data: { element: null, words: '' } }]),
    },
  ];
  return (
    <div className="flex flex-wrap items-center gap-x-3 px-3 text-small">
      <span>
        {atSite ? `At ${placed.where === '' ? 'its site' : placed.where}, since ${station.speaker.when(placed.pos.ord)}` : 'On the bench'}
      </span>
      <Menu label="Log change: the station" items={items}>
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
    </div>
  );
};
