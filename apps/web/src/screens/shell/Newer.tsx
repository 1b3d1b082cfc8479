// A newer page is here: it is taken by a press, and not while something runs.
import { takeNewer, useInstalled } from '../../store/installed.ts';
import { tell } from '../../store/live.ts';

export const Newer = () => {
  const newer = useInstalled((installed) => installed.newer);
  if (!newer) return null;
  return (
    <div role="status" className="no-print flex flex-wrap items-center gap-4 border-b-2 border-ink bg-slip px-5 py-2">
      <p className="grow">
        <strong>A newer Green Lamp is here.</strong> Take it when nothing runs; nothing that was entered is lost.
      </p>
      <button
        type="button"
        className="button"
        onClick={() => {
          takeNewer().catch(tell);
        }}
      >
        Take it now
      </button>
    </div>
  );
};
