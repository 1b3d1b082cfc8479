// Copy station: the one that is the model, and the rows that become stations like it.
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { isStream, type Stream } from '@green-lamp/core/name';
import { Field } from '../../../parts/Field.tsx';
import { Empty, Waiting } from '../../../parts/State.tsx';
import { useStation } from '../../../store/use-station.ts';
import { useListed } from '../use-listed.ts';
import { ManyPart } from './ManyPart.tsx';

const Model = ({ stream }: { stream: Stream }) => {
  const station = useStation(stream);
  if (station === 'asking') return <Waiting>Opening the station…</Waiting>;
  if (station === 'none') return <Empty>This station is neither in this browser nor at the desk.</Empty>;
  return (
    <>
      <h2 className="mb-2 font-bold">{station.state.station?.name}</h2>
      <ManyPart station={station} />
    </>
  );
};

/** Most stations that are offered at once: more are found by their names. */
const offered = 12;

const ChooseModel = ({ choose }: { choose: (stream: Stream) => void }) => {
  const [find, setFind] = useState('');
  const { listed } = useListed('all', find);
  const rows =
    listed === null ? [] : Array.from({ length: Math.min(offered, listed.total) }, (_, i) => listed.at(i)).filter((row) => row !== null);
  return (
    <section aria-label="Station to copy" className="max-w-xl">
      <Field label="Find the station to copy" value={find} change={setFind} />
      {listed === null && <Waiting />}
      {listed?.total === 0 && <Empty>No station is called so.</Empty>}
      <ul>
        {rows.map(({ stream, name }) => (
          <li key={stream} className="border-b border-rule">
            <button
              type="button"
              className="quiet w-full text-left wrap-anywhere"
              onClick={() => {
                choose(stream);
              }}
            >
              {name}
            </button>
          </li>
        ))}
      </ul>
      {listed !== null && listed.total > offered && (
        <p className="text-note text-ink-2">{listed.total - offered} more: find them by name.</p>
      )}
    </section>
  );
};

export const CopyScreen = () => {
  const [search, setSearch] = useSearchParams();
  const of = search.get('of');
  return (
    <div className="h-full overflow-y-auto bg-sheet px-5 py-4" tabIndex={0} role="region" aria-label="Copy station">
      <h1 className="text-head font-bold">Copy station</h1>
      <p className="mb-3 text-ink-2">Its equipment and settings become the model; each row of a list becomes a station like it.</p>
      {isStream(of) ? (
        <>
          <button
            type="button"
            className="quiet mb-2"
            onClick={() => {
              setSearch({}, { replace: true });
            }}
          >
            Copy another one
          </button>
          <Model key={of} stream={of} />
        </>
      ) : (
        <ChooseModel
          choose={(stream) => {
            setSearch({ of: stream });
          }}
        />
      )}
    </div>
  );
};
