// Opens stations from sheets that were saved as files, and says of each file what became of it.
import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { tell } from '../../../store/live.ts';
import { fromFiles, type FromFile } from './from-files.ts';

export const SheetFiles = () => {
  const [made, setMade] = useState<readonly FromFile[]>([]);
  const [busy, setBusy] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  return (
    <div>
      <input
        ref={input}
        type="file"
        multiple
        accept=".json,.zip,application/json,application/zip"
        className="sr-only"
        aria-label="Sheet files"
        tabIndex={-1}
        onChange={({ target }) => {
          const files = [...(target.files ?? [])];
          target.value = '';
          if (files.length === 0) return;
          setBusy(true);
          fromFiles(files)
            .then((all) => {
              setMade(all);
              const bad = all.flatMap((one) => ('why' in one ? [`${one.file}: ${one.why}`] : []));
              if (bad.length > 0) tell(new Error(bad.join(' ')));
            })
            .catch(tell)
            .finally(() => {
              setBusy(false);
            });
        }}
      />
      <button
        type="button"
        className="button"
        onClick={() => {
          input.current?.click();
        }}
      >
        Open sheets from files
      </button>
      <div role="status">
        <ul>
          {busy && <li>Reading them…</li>}
          {made.map((one) =>
            'stream' in one ? (
              <li key={one.file}>
                {one.file}: opened as{' '}
                <Link className="link" to={`/stations/${one.stream}/sheet`}>
                  {one.name}
                </Link>
              </li>
            ) : null,
          )}
        </ul>
      </div>
    </div>
  );
};
