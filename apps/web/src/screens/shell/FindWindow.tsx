// Find: stations, chapters, lamps, settings, findings, screens and commands by typing; Enter does the very thing that its button does.
import { type KeyboardEvent, useEffect, useState } from 'react';
import { Dialog } from 'radix-ui';
import { useNavigate } from 'react-router';
import { listStations } from '@green-lamp/core/api';
import { Over } from '../../parts/Over.tsx';
import { ask } from '../../store/api.ts';
import { type Findable, findables, found } from '../../store/findable.ts';

/** Most that are drawn; more is found by typing more. */
const most = 12;
/** How long (ms) typing rests before the desk is asked for stations. */
const rests = 150;

const useStations = (typed: string): readonly Findable[] => {
  const go = useNavigate();
  const [stations, setStations] = useState<readonly Findable[]>([]);
  useEffect(() => {
    let left = false;
    const timer = setTimeout(() => {
      ask(listStations, { query: { find: typed.trim(), limit: most } })
        .then((answer) => {
          if (left) return;
          setStations(
            answer.stations.map(({ stream, name }) => ({
              id: stream,
              kind: 'station',
              label: name,
              press: () => void go(`/stations/${stream}/sheet`),
            })),
          );
        })
        .catch(() => undefined); // without the desk what the page has is found all the same
    }, rests);
    return () => {
      left = true;
      clearTimeout(timer);
    };
  }, [typed, go]);
  return stations;
};

export const FindWindow = ({ close }: { close: () => void }) => {
  const [typed, setTyped] = useState('');
  const [at, setAt] = useState(0);
  const [here] = useState(findables);
  const stations = useStations(typed);
  const all = found([...here, ...stations], typed);
  const shown = all.slice(0, most);
  const choose = (of: Findable | undefined): void => {
    if (of === undefined) return;
    close();
    of.press();
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (step !== 0 && shown.length > 0) setAt((was) => (was + step + shown.length) % shown.length);
    else if (event.key === 'Enter') choose(shown[at]);
    else return;
    event.preventDefault();
  };
  return (
    <Over
      open
      close={close}
      className="top-[12vh] left-1/2 flex max-h-[76vh] w-[min(640px,94vw)] -translate-x-1/2 flex-col border-2 border-ink p-4"
    >
      <Dialog.Title className="mb-2 font-bold">Find</Dialog.Title>
      <input
        className="input"
        role="combobox"
        aria-label="A station, a setting, a lamp, a command"
        aria-expanded="true"
        aria-controls="found"
        aria-activedescendant={shown[at] === undefined ? undefined : `found-${at}`}
        autoComplete="off"
        spellCheck={false}
        value={typed}
        onChange={({ target }) => {
          setTyped(target.value);
          setAt(0);
        }}
        onKeyDown={onKeyDown}
      />
      <ul id="found" role="listbox" aria-label="Found" className="mt-2 min-h-0 overflow-y-auto">
        {shown.map((of, i) => (
          // biome-ignore lint: the keyboard is at the field, as a list that is typed for wants
          <li
            key={`${of.kind} ${of.id}`}
            id={`found-${i}`}
            role="option"
            aria-selected={i === at}
            className={`flex min-h-(--press) cursor-pointer items-center gap-3 px-3 ${i === at ? 'bg-sheet-2 outline-2 outline-brass-edge' : ''}`}
            onClick={() => {
              choose(of);
            }}
          >
            <span className="grow">{of.label}</span>
            <span className="text-small text-ink-2">{of.kind}</span>
            {of.key !== undefined && <span className="key">{of.key}</span>}
          </li>
        ))}
      </ul>
      <p role="status" className="mt-2 text-note text-ink-2">
        {all.length === 0 ? 'Nothing is called so.' : all.length > most ? `${all.length - most} more: type on.` : ''}
      </p>
    </Over>
  );
};
