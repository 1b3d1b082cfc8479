// Which path a chapter is about, where there are several. It stands in the address.
import { useSearchParams } from 'react-router';
import type { ElementId } from '@green-lamp/core/name';
import type { PathUse } from '@green-lamp/core/sheet';

/** The chosen path of those offered, else the first of them; null where there is none. */
export const usePath = (uses: readonly PathUse[]): PathUse | null => {
  const [search] = useSearchParams();
  const of = search.get('path');
  return uses.find(({ path }) => path === of) ?? uses[0] ?? null;
};

export const PathTabs = ({ uses, name }: { uses: readonly PathUse[]; name: (path: ElementId) => string }) => {
  const [search, setSearch] = useSearchParams();
  const chosen = usePath(uses);
  if (uses.length < 2) return null;
  return (
    <div role="group" aria-label="Path" className="tabs">
      {uses.map(({ path }, i) => (
        <button
          key={path}
          type="button"
          className="tab"
          aria-pressed={chosen?.path === path}
          onClick={() => {
            const to = new URLSearchParams(search);
            to.set('path', path);
            to.delete('lamp');
            setSearch(to, { replace: true });
          }}
        >
          {i + 1} · {name(path)}
        </button>
      ))}
    </div>
  );
};
