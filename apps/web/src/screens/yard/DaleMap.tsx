// Varrow Dale from above: masts, stations, and which mast each station's modem is on. Laid out by shares of the width; words keep their size.
import { type Dale, placeOf } from '@green-lamp/core/yard';

const size = { east: 30, north: 18 };
const share = (n: number, of: number): string => `${(n / of) * 100}%`;
const x = ({ east }: { east: number }): string => share(east, size.east);
const y = ({ north }: { north: number }): string => share(size.north - north, size.north);

/** The river and the road, drawn by hand for the dale: they belong to nothing that is computed. */
const Ground = () => (
  <svg viewBox="0 0 300 180" preserveAspectRatio="none" className="absolute inset-0 h-full w-full" aria-hidden="true">
    {[30, 60, 90, 120, 150, 180, 210, 240, 270].map((at) => (
      <line key={at} x1={at} x2={at} y1="0" y2="180" stroke="var(--rule)" strokeWidth="1" vectorEffect="non-scaling-stroke" />
    ))}
    {[30, 60, 90, 120, 150].map((at) => (
      <line key={at} y1={at} y2={at} x1="0" x2="300" stroke="var(--rule)" strokeWidth="1" vectorEffect="non-scaling-stroke" />
    ))}
    <path
      d="M300 70 C 260 92, 220 66, 186 92 S 120 104, 96 94 S 46 122, 0 128"
      fill="none"
      stroke="var(--rule-2)"
      strokeWidth="3"
      vectorEffect="non-scaling-stroke"
    />
  </svg>
);

const Lines = ({ dale }: { dale: Dale }) => (
  <svg className="absolute inset-0 h-full w-full" aria-hidden="true">
    {dale.stations.filter(isStation).flatMap(({ station, at, on }) =>
      on.flatMap(({ mast: id }, i) => {
        const mast = dale.masts.find((one) => one.id === id);
        return mast === undefined
          ? []
          : [
              <line
                key={`${station} ${i}`}
                x1={x(at)}
                y1={y(at)}
                x2={x(mast.at)}
                y2={y(mast.at)}
                stroke="var(--wire)"
                strokeWidth="2"
                strokeDasharray="5 4"
              />,
            ];
      }),
    )}
  </svg>
);

/** The bench modem runs under no station's name. */
const isStation = ({ station }: { station: string }): boolean => station !== 'bench';

export const DaleMap = ({
  dale,
  idle,
  chosen,
  choose,
}: {
  dale: Dale;
  /** Stations whose virtual equipment stands still. */
  idle: readonly { readonly stream: string; readonly name: string }[];
  chosen: string | null;
  choose: (station: string) => void;
}) => {
  const running = dale.stations.filter(isStation);
  const shown = [
    ...running.map(({ station, name, at, reaches, faults }) => ({
      station,
      name,
      at,
      says: `${reaches === null ? 'whether a call gets through is to be found out' : reaches ? 'its calls can reach the desk' : 'no call gets through'}${faults === 0 ? '' : `, ${faults} planted`}`,
      runs: true,
      reaches: reaches !== false,
    })),
    ...idle
      .filter(({ stream }) => running.every(({ station }) => station !== stream))
      .map(({ stream, name }) => ({ station: stream, name, at: placeOf(name, stream), says: 'stands still', runs: false, reaches: true })),
  ];
  return (
    <section aria-label="The dale" className="overflow-x-auto border border-rule-2 bg-slip" tabIndex={0}>
      <div className="relative h-[400px] min-w-[720px]">
        <Ground />
        <Lines dale={dale} />
        <ul aria-label="Masts">
          {dale.masts.map(({ id, name, at, silent, load }) => (
            <li key={id} className="absolute -translate-x-1/2 text-center" style={{ left: x(at), top: y(at) }}>
              <svg width="18" height="22" className="mx-auto block" aria-hidden="true">
                <path d="M9 1 L2 21 M9 1 L16 21 M5.5 11 H12.5 M4 16 H14" stroke="var(--ink)" strokeWidth="2" fill="none" />
              </svg>
              <span className="block bg-slip px-1 text-small leading-tight italic">
                {name}
                {silent ? ', down' : load > 0.8 ? ', full' : ''}
              </span>
            </li>
          ))}
        </ul>
        <ul aria-label="Stations in the dale">
          {shown.map(({ station, name, at, says, runs, reaches }) => (
            <li key={station} className="absolute" style={{ left: x(at), top: y(at) }}>
              <button
                type="button"
                className="absolute grid h-11 w-11 -translate-x-1/2 -translate-y-1/2 place-items-center"
                aria-pressed={station === chosen}
                aria-label={`${name}, ${says}`}
                onClick={() => {
                  choose(station);
                }}
              >
                <svg width="26" height="26" aria-hidden="true">
                  <rect
                    x="5"
                    y="5"
                    width="16"
                    height="16"
                    fill={station === chosen ? 'var(--brass-fill)' : 'var(--sheet)'}
                    stroke="var(--brass-edge)"
                    strokeWidth={station === chosen ? 3 : 2}
                    strokeDasharray={runs ? undefined : '3 3'}
                  />
                  {!reaches && <path d="M7 19 L19 7" stroke="var(--ink)" strokeWidth="2.5" />}
                </svg>
              </button>
              <span className="pointer-events-none absolute -top-7 left-2 w-40 text-small leading-tight font-semibold">
                {name.split(',')[0]}
              </span>
            </li>
          ))}
        </ul>
      </div>
    </section>
  );
};
