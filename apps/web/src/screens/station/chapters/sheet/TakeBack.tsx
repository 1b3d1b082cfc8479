// Takes back one's own last setting, and does it again: each is a new entry. Ctrl Z and Ctrl Shift Z as everywhere.
import { useHotkeys } from 'react-hotkeys-hook';
import { type Turn, turnsOf } from '@green-lamp/core/journal';
import { append } from '../../../../store/append.ts';
import { useLive } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';

const turn = (station: Station, { re, ...data }: Turn): void => {
  void append(station.stream, [{ kind: 'setting.set', data, re }]);
};

export const TakeBack = ({ station }: { station: Station }) => {
  const person = useLive((live) => live.person);
  const { undo, redo } = person === null ? { undo: null, redo: null } : turnsOf(station.entries, station.state, person);
  useHotkeys('mod+z', (event) => {
    event.preventDefault();
    if (undo !== null) turn(station, undo);
  });
  useHotkeys('mod+shift+z', (event) => {
    event.preventDefault();
    if (redo !== null) turn(station, redo);
  });
  const one = (of: Turn | null, verb: string) =>
    of === null ? null : (
      <button
        type="button"
        className="quiet"
        onClick={() => {
          turn(station, of);
        }}
      >
        {verb} {station.speaker.setting(of.key)}
      </button>
    );
  return (
    <>
      {one(undo, 'Take back')}
      {one(redo, 'Again:')}
    </>
  );
};
