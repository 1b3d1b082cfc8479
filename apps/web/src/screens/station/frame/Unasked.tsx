// A live plant may really alarm while it is on test: what nobody asked for stands until somebody says whose it was.
import { useState } from 'react';
import type { FrameView } from '@green-lamp/core/api';
import { instant } from '@green-lamp/core/quantity';
import { frameWords } from '../../../parts/frame-words.ts';
import { SayWindow } from '../../../parts/SayWindow.tsx';
import { append } from '../../../store/append.ts';
import { tell } from '../../../store/live.ts';
import type { Station } from '../../../store/use-station.ts';

export const Unasked = ({ station, frame, settle }: { station: Station; frame: FrameView; settle: () => void }) => {
  const [real, setReal] = useState(false);
  const name = (of: string): string => station.state.elements.find((element) => element.id === of)?.label ?? of;
  const what = `${frame.zone === null ? '' : `Zone ${frame.zone}: `}${frameWords(frame, name)}`;
  const note = (words: string): void => {
    append(station.stream, [
      { kind: 'note.written', data: { lamp: 'Call', words: `${what}, ${station.speaker.when(instant(frame.at))}, on test: ${words}` } },
    ]).then(settle, tell);
  };
  return (
    <div role="alert" className="no-print z-10 shrink-0 border-y-4 border-ink bg-slip px-5 py-3 max-sm:px-3">
      <p className="text-[24px] leading-tight font-bold">{what}</p>
      <p className="mb-2">Nobody asked for it, and the station is on test: no one is sent. Yours, or real?</p>
      <div className="flex flex-wrap gap-3">
        <button type="button" className="button" onClick={() => note('it was ours.')}>
          It was ours
        </button>
        <button type="button" className="button" onClick={() => setReal(true)}>
          It is real…
        </button>
      </div>
      {real && (
        <SayWindow
          saying={{
            title: 'It is real: ring the desk now',
            label: 'Who was told',
            must: true,
            button: 'They know',
            say: (told) => note(`it is real; ${told} was told.`),
          }}
          close={() => setReal(false)}
        />
      )}
    </div>
  );
};
