// All that was undone for the work: noted when it is undone, put back before anybody signs.
import { useState } from 'react';
import { type UndoneKind, undoneKinds, undoneWords } from '@green-lamp/core/journal';
import { notBack } from '@green-lamp/core/walk';
import { noteUndone, putUndoneBack } from '../../../../commands/ending.ts';
import { Choose, Field } from '../../../../parts/Field.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';

const isUndone = (text: string): text is UndoneKind => undoneKinds.some((one) => one === text);

export const PutBack = ({ station, now }: { station: Station; now: number }) => {
  const [what, setWhat] = useState<UndoneKind>('isolation');
  const [words, setWords] = useState('');
  const { state, speaker } = station;
  const open = state.undone.filter(({ back }) => back === null);
  const others = notBack(state, now, speaker).filter(({ code }) => !code.startsWith('undone '));
  return (
    <section aria-label="Put back">
      <h3 className="border-b border-rule-2 font-bold">
        Put back{' '}
        <span className="font-normal text-ink-2">
          {open.length + others.length === 0 ? 'all of it' : `${open.length + others.length} open`}
        </span>
      </h3>
      <ul aria-label="Not back yet">
        {open.map((one) => (
          <li key={one.id} className="flex flex-wrap items-center gap-x-4 border-b border-rule py-1">
            <span className="min-w-52 grow basis-0">
              <strong>{undoneWords[one.what].replace(/^./, (first) => first.toUpperCase())}</strong>: {one.words}
              <span className="block text-note text-ink-2">
                {speaker.who(one.who)}, {speaker.when(one.pos.ord)}
              </span>
            </span>
            <button
              type="button"
              className="button"
              aria-label={`It is back: ${one.words}`}
              onClick={() => void putUndoneBack(station, one.id, '').catch(tell)}
            >
              It is back
            </button>
          </li>
        ))}
        {others.map(({ code, sentence }) => (
          <li key={code} className="border-b border-rule py-1">
            {sentence}
          </li>
        ))}
      </ul>
      <details className="mt-1">
        <summary className="link flex min-h-11 items-center">Something is undone for the work</summary>
        <div className="flex flex-wrap items-end gap-3">
          <div className="w-56">
            <Choose
              label="What"
              value={what}
              of={undoneKinds.map((one) => ({ value: one, label: undoneWords[one] }))}
              change={(value) => isUndone(value) && setWhat(value)}
            />
          </div>
          <div className="min-w-52 grow basis-0">
            <Field label="Which, and where" value={words} change={setWords} />
          </div>
          <Press
            why={words.trim() === '' ? 'Say which, so that somebody else finds it.' : null}
            onPress={() => {
              noteUndone(station, what, words.trim()).then(() => setWords(''), tell);
            }}
          >
            Note it
          </Press>
        </div>
      </details>
    </section>
  );
};
