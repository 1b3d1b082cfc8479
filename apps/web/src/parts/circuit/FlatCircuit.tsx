// The circuit in one strip: for a page that is scrolled, and for a screen that is narrow, where each lamp carries one letter.
import { lampWords, type LampName } from '@green-lamp/core/name';
import type { LampResult, Line } from '@green-lamp/core/lamp';
import { LampMark } from '../LampMark.tsx';
import type { Door } from './Circuit.tsx';
import { lampName } from './lamp-words.ts';

/** The lamps of a line from left to right, each with the number of its path. */
export const lampsInOrder = (line: Line): readonly { readonly lamp: LampResult; readonly path: number | null }[] => [
  ...line.before.map((lamp) => ({ lamp, path: null })),
  ...line.strands.flatMap(({ lamps }, i) => lamps.map((lamp) => ({ lamp, path: i + 1 }))),
  ...line.after.map((lamp) => ({ lamp, path: null })),
];

/** One letter for each lamp, no two alike. */
const letters: { readonly [L in LampName]: string } = {
  Power: 'P',
  Inputs: 'I',
  Card: 'S',
  Signal: 'L',
  Bearer: 'N',
  Route: 'R',
  Call: 'C',
  Standby: 'B',
  Watch: 'W',
  Reach: 'A',
};

const startsPath = (lamps: ReturnType<typeof lampsInOrder>, i: number): boolean =>
  lamps[i]?.path != null && lamps[i].path !== lamps[i - 1]?.path;

/** Every lamp with its name, each a door. */
export const FlatCircuit = ({ line, open }: { line: Line; open: Door }) => {
  const lamps = lampsInOrder(line);
  return (
    <div className="flex h-11 items-center overflow-x-auto">
      {lamps.map(({ lamp, path }, i) => (
        <span key={`${lamp.lamp}${lamp.path ?? ''}`} className="flex grow items-center">
          {i > 0 && <span className="wire min-w-1" aria-hidden="true" />}
          {startsPath(lamps, i) && <span className="px-1 text-small font-bold">{path}</span>}
          <button
            type="button"
            onClick={() => {
              open(lamp);
            }}
            aria-label={lampName(lamp, path)}
            className="flex h-11 items-center gap-1 px-1 text-small font-semibold whitespace-nowrap"
          >
            <LampMark is={lamp.is} size={lamp.simulated ? 22 : 17} simulated={lamp.simulated} />
            {lamps.length <= 16 && lampWords[lamp.lamp]}
          </button>
        </span>
      ))}
    </div>
  );
};

/** The strip of a telephone: one button, which opens the list of lamps. */
export const LetterStrip = ({ line, open }: { line: Line; open: () => void }) => {
  const lamps = lampsInOrder(line);
  return (
    <button
      type="button"
      className="letter-strip"
      onClick={open}
      aria-label={`Lamps: ${lamps.map(({ lamp, path }) => lampName(lamp, path)).join('; ')}`}
    >
      {lamps.map(({ lamp, path }, i) => (
        <span key={`${lamp.lamp}${lamp.path ?? ''}`} className={`flex items-start ${i > 0 ? 'grow' : ''}`}>
          {i > 0 && <span className="wire-bit mt-[11px]" aria-hidden="true" />}
          {startsPath(lamps, i) && <strong className="px-0.5 text-small leading-6">{path}</strong>}
          <span className="flex flex-col items-center">
            <span className="flex h-6 items-center">
              <LampMark is={lamp.is} size={lamp.simulated ? 22 : 18} simulated={lamp.simulated} />
            </span>
            <span className="text-small leading-4 font-semibold">{letters[lamp.lamp]}</span>
          </span>
        </span>
      ))}
    </button>
  );
};

/** The strip in a row that is itself the button: said once for a reader, in words. */
export const RowStrip = ({ line }: { line: Line }) => {
  const lamps = lampsInOrder(line);
  return (
    <span className="flex items-center overflow-hidden py-0.5">
      {lamps.map(({ lamp, path }, i) => (
        <span key={`${lamp.lamp}${lamp.path ?? ''}`} className="flex items-center">
          {i > 0 && <span className="wire-bit" />}
          {startsPath(lamps, i) && <strong className="px-1 text-small">{path}</strong>}
          <LampMark is={lamp.is} size={lamp.simulated ? 22 : 18} simulated={lamp.simulated} />
        </span>
      ))}
      <span className="wire" />
      <span className="sr-only">{lamps.map(({ lamp, path }) => lampName(lamp, path)).join('; ')}</span>
    </span>
  );
};
