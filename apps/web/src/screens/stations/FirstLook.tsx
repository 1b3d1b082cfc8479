// Over the demo's stations, once: what to look at first, in three steps. It goes away for good.
import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { Summary } from '@green-lamp/core/api';

const place = 'green-lamp:first-look';

const steps: readonly { readonly of: RegExp; readonly chapter: string; readonly words: string }[] = [
  {
    of: /^Snow-depth mast/,
    chapter: 'handover',
    words: 'has been quiet since this morning: every lamp was proven, and Watch says that it no longer is.',
  },
  {
    of: /^Oxygen monitor/,
    chapter: 'sheet',
    words: 'got another APN, and nobody has restarted its modem: say that it was, and let the yard make its call.',
  },
  {
    of: /^Climate panel/,
    chapter: 'sheet',
    words: 'is stopped by two swapped digits and by zones that are one off: mend them on its sheet.',
  },
];

export const FirstLook = ({ rows }: { rows: readonly Summary[] }) => {
  const go = useNavigate();
  const [gone, setGone] = useState(() => localStorage.getItem(place) !== null);
  const found = steps.map(({ of, ...step }) => ({ ...step, row: rows.find(({ name, demo }) => demo && of.test(name)) }));
  if (gone || found.some(({ row }) => row === undefined)) return null;
  return (
    <section aria-label="What to look at first" className="border-b border-rule-2 bg-slip px-6 py-2 max-sm:px-4">
      <div className="flex flex-wrap items-center gap-x-4">
        <h2 className="grow font-bold">A made-up dale to look around in. What to look at first:</h2>
        <button
          type="button"
          className="quiet"
          onClick={() => {
            localStorage.setItem(place, 'gone');
            setGone(true);
          }}
        >
          Put this away
        </button>
      </div>
      <ol className="list-decimal pl-5">
        {found.map(({ row, chapter, words }) => (
          <li key={chapter + words}>
            <button type="button" className="quiet" onClick={() => void go(`/stations/${row?.stream ?? ''}/${chapter}`)}>
              {row?.name.split(',')[0]}
            </button>
            {words}
          </li>
        ))}
      </ol>
    </section>
  );
};
