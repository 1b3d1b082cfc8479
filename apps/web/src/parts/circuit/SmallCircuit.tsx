// A station's line, small, in a row that is itself the button: said once for a reader, in words.
import type { ReactNode } from 'react';
import type { LampResult, Line } from '@green-lamp/core/lamp';
import { LampMark } from '../LampMark.tsx';
import { lampName } from './lamp-words.ts';

const wire = { fill: 'none', stroke: 'var(--wire)', strokeWidth: 2 };

/** Columns of the small drawing in a station's row, in px. */
export const columns = {
  Power: 14,
  Inputs: 54,
  split: 72,
  strand: 98,
  Card: 122,
  Signal: 168,
  Bearer: 214,
  Route: 260,
  out: 278,
  join: 304,
  Call: 322,
  Standby: 362,
  Watch: 402,
  Reach: 442,
} as const;
const column = (lamp: string): number => columns[lamp as keyof typeof columns]; // every lamp has its column
export const rowWidth = 460;

/** The same drawing, small, in a row that is itself the button: said once for a reader, in words. */
export const SmallCircuit = ({ line }: { line: Line }): ReactNode => {
  const count = Math.max(1, line.strands.length);
  const step = 28;
  const height = (count - 1) * step + 24;
  const middle = height / 2;
  const y = (i: number): number => 12 + i * step;
  const mark = (lamp: LampResult, top: number): ReactNode => (
    <span
      key={`${lamp.lamp}${lamp.path ?? ''}`}
      className="absolute -translate-x-1/2 -translate-y-1/2"
      style={{ left: column(lamp.lamp), top }}
    >
      <LampMark is={lamp.is} size={lamp.simulated ? 22 : 17} simulated={lamp.simulated} />
    </span>
  );
  const words = [...line.before, ...line.strands.flatMap(({ lamps }) => lamps), ...line.after];
  return (
    <span className="relative block shrink-0" style={{ width: rowWidth, height }}>
      <svg className="absolute inset-0" width={rowWidth} height={height} aria-hidden="true" focusable="false">
        <path d={`M0 ${middle}H${columns.split}M${columns.join} ${middle}H${columns.Reach + 12}`} {...wire} />
        {line.strands.length === 0 && <path d={`M${columns.split} ${middle}H${columns.join}`} {...wire} strokeDasharray="2 6" />}
        {line.strands.map(({ use }, i) => (
          <path
            key={use.path}
            d={`M${columns.split} ${middle}C${columns.split + 14} ${middle} ${columns.split + 10} ${y(i)} ${columns.strand} ${y(i)}H${columns.out}C${columns.out + 14} ${y(i)} ${columns.out + 12} ${middle} ${columns.join} ${middle}`}
            {...wire}
          />
        ))}
      </svg>
      {line.before.map((lamp) => mark(lamp, middle))}
      {line.strands.flatMap(({ lamps }, i) => lamps.map((lamp) => mark(lamp, y(i))))}
      {line.after.map((lamp) => mark(lamp, middle))}
      <span className="sr-only">
        {words
          .map((lamp) => lampName(lamp, lamp.path === null ? null : line.strands.findIndex(({ use }) => use.path === lamp.path) + 1))
          .join('; ')}
      </span>
    </span>
  );
};
