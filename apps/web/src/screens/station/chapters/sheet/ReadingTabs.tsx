// How a sheet is read: by what is wanted, or by what stands on the devices.
import { useSearchParams } from 'react-router';
import type { SheetReading } from './rows.ts';

export const useReading = (): [SheetReading, (to: SheetReading) => void] => {
  const [search, setSearch] = useSearchParams();
  return [
    search.get('read') === 'runs' ? 'runs' : 'planned',
    (to) => {
      const next = new URLSearchParams(search);
      if (to === 'runs') next.set('read', 'runs');
      else next.delete('read');
      setSearch(next, { replace: true });
    },
  ];
};

const words = { planned: 'As planned', runs: 'As it runs' } as const;

export const ReadingTabs = () => {
  const [reading, read] = useReading();
  return (
    <div role="group" aria-label="How the sheet is read" className="tabs border-0">
      {(['planned', 'runs'] as const).map((one) => (
        <button
          key={one}
          type="button"
          className="tab"
          aria-pressed={reading === one}
          onClick={() => {
            read(one);
          }}
        >
          {words[one]}
        </button>
      ))}
    </div>
  );
};
