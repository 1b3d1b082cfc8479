// The line, drawn as the circuit it is: Power and Inputs, a strand for each path, joined again at Call. Laid out by measured width, never scaled.
import { type ReactNode, useLayoutEffect, useRef, useState } from 'react';
import type { ElementId } from '@green-lamp/core/name';
import type { LampResult, Line } from '@green-lamp/core/lamp';
import { LampMark } from './LampMark.tsx';
import { lampName } from './lamp-words.ts';

export type Door = (lamp: LampResult) => void;
type Chosen = { lamp: string; path: ElementId | null } | null;

/** Shares of the width at which each lamp stands. */
const at = {
  Power: 0.065,
  Inputs: 0.16,
  split: 0.215,
  strand: 0.262,
  Card: 0.335,
  Signal: 0.43,
  Bearer: 0.525,
  Route: 0.62,
  out: 0.662,
  join: 0.703,
  Call: 0.722,
  Standby: 0.805,
  Watch: 0.882,
  Reach: 0.952,
} as const;
const share = (lamp: string): number => at[lamp as keyof typeof at]; // every lamp has its place in the table

const strandHeight = (count: number): number => (count > 2 ? 92 : 98);

const useWidth = (): [React.RefObject<HTMLDivElement | null>, number] => {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  useLayoutEffect(() => {
    const element = box.current;
    if (element === null) return undefined;
    const look = new ResizeObserver(() => {
      setWidth(element.clientWidth);
    });
    look.observe(element);
    setWidth(element.clientWidth);
    return () => {
      look.disconnect();
    };
  }, []);
  return [box, width];
};

const Lamp = ({
  lamp,
  path,
  x,
  y,
  room,
  open,
  chosen,
}: {
  lamp: LampResult;
  path: number | null;
  x: number;
  y: number;
  room: number;
  open: Door;
  chosen: boolean;
}) => {
  const size = lamp.simulated ? 34 : 28;
  return (
    <button
      type="button"
      onClick={() => {
        open(lamp);
      }}
      aria-label={lampName(lamp, path)}
      aria-current={chosen ? 'true' : undefined}
      className="absolute flex min-h-11 -translate-x-1/2 flex-col items-center rounded-md pb-0.5"
      style={{ left: x, top: y - size / 2, width: room }}
    >
      <span className="relative">
        <LampMark is={lamp.is} size={size} simulated={lamp.simulated} />
        {lamp.grade !== null && <span className="absolute -top-2 left-full ml-1 text-small font-semibold">{lamp.grade}</span>}
      </span>
      <span className={`mt-1 text-note leading-tight font-semibold ${chosen ? 'underline decoration-2 underline-offset-4' : ''}`}>
        {lamp.lamp}
      </span>
      <span className="text-small leading-tight text-ink-2">
        {lamp.is}
        {lamp.rehearsal && ', bench'}
      </span>
      {lamp.simulated && <span className="text-small leading-tight font-semibold">simulated</span>}
      {lamp.waits.length > 0 && <span className="border-l-2 border-ink pl-1 text-small leading-tight">a change waits</span>}
    </button>
  );
};

const wire = { fill: 'none', stroke: 'var(--wire)', strokeWidth: 3 };

export const Circuit = ({ line, label, open, chosen }: { line: Line; label: (path: ElementId) => string; open: Door; chosen: Chosen }) => {
  const [box, width] = useWidth();
  const count = Math.max(1, line.strands.length);
  const step = strandHeight(count);
  const height = count * step + 26;
  const middle = 30 + ((count - 1) * step) / 2;
  const y = (i: number): number => 30 + i * step;
  const px = (of: number): number => Math.round(of * width);
  const room = Math.min(116, Math.max(66, Math.round(0.089 * width)));
  const isChosen = ({ lamp, path }: LampResult): boolean => chosen !== null && chosen.lamp === lamp && chosen.path === path;
  const bend = (from: number, to: number, yFrom: number, yTo: number): string => {
    const half = (px(from) + px(to)) / 2;
    return `C${half} ${yFrom} ${half} ${yTo} ${px(to)} ${yTo}`;
  };
  return (
    <div ref={box} className="relative" style={{ height }}>
      <svg className="absolute inset-0" width={width} height={height} aria-hidden="true" focusable="false">
        <path d={`M${px(0.04)} ${middle}H${px(at.split)}M${px(at.join)} ${middle}H${px(0.975)}`} {...wire} />
        {line.strands.length === 0 && <path d={`M${px(at.split)} ${middle}H${px(at.join)}`} {...wire} strokeDasharray="3 7" />}
        {line.strands.map(({ use }, i) => (
          <path
            key={use.path}
            d={`M${px(at.split)} ${middle}${bend(at.split, at.strand, middle, y(i))}H${px(at.out)}${bend(at.out, at.join, y(i), middle)}`}
            {...wire}
          />
        ))}
      </svg>
      {line.before.map((lamp) => (
        <Lamp key={lamp.lamp} lamp={lamp} path={null} x={px(share(lamp.lamp))} y={middle} room={room} open={open} chosen={isChosen(lamp)} />
      ))}
      {line.strands.map(({ use, lamps }, i) => (
        <div key={use.path} role="group" aria-label={`Path ${i + 1}, ${label(use.path)}`}>
          <span
            className="absolute max-w-[30%] truncate text-small font-semibold text-ink-2"
            style={{ left: px(at.strand) + 2, top: y(i) - 31 }}
          >
            {i + 1} · {label(use.path)}
          </span>
          {lamps.map((lamp) => (
            <Lamp
              key={lamp.lamp}
              lamp={lamp}
              path={i + 1}
              x={px(share(lamp.lamp))}
              y={y(i)}
              room={room}
              open={open}
              chosen={isChosen(lamp)}
            />
          ))}
        </div>
      ))}
      {line.after.map((lamp) => (
        <Lamp key={lamp.lamp} lamp={lamp} path={null} x={px(share(lamp.lamp))} y={middle} room={room} open={open} chosen={isChosen(lamp)} />
      ))}
    </div>
  );
};

const Flat = ({ lamp, path, open, close = false }: { lamp: LampResult; path: number | null; open: Door; close?: boolean }) => (
  <button
    type="button"
    onClick={() => {
      open(lamp);
    }}
    aria-label={lampName(lamp, path)}
    className={`flex min-h-11 items-center rounded-md font-semibold ${close ? 'gap-0.5 px-0.5 text-small' : 'gap-1 px-1.5 text-note'}`}
  >
    <LampMark is={lamp.is} size={close ? 16 : 20} simulated={lamp.simulated} />
    {lamp.lamp}
  </button>
);

/** The circuit in one row, for a low window or a page that is scrolled: strands side by side behind their numbers. */
export const FlatCircuit = ({ line, open }: { line: Line; open: Door }) => {
  const close = line.before.length + line.after.length + line.strands.reduce((sum, { lamps }) => sum + lamps.length, 0) > 14;
  return (
    <div className="flex h-12 items-center gap-1 overflow-x-auto">
      {line.before.map((lamp) => (
        <Flat key={lamp.lamp} lamp={lamp} path={null} open={open} close={close} />
      ))}
      {line.strands.map(({ use, lamps }, i) => (
        <div key={use.path} role="group" aria-label={`Path ${i + 1}`} className="flex items-center border-l-2 border-rule-2 pl-2">
          <span className="text-small text-ink-2">{i + 1}</span>
          {lamps.map((lamp) => (
            <Flat key={lamp.lamp} lamp={lamp} path={i + 1} open={open} close={close} />
          ))}
        </div>
      ))}
      <div className="flex items-center border-l-2 border-rule-2 pl-1">
        {line.after.map((lamp) => (
          <Flat key={lamp.lamp} lamp={lamp} path={null} open={open} close={close} />
        ))}
      </div>
    </div>
  );
};

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
        <path d={`M0 ${middle}H${columns.split}M${columns.join} ${middle}H${columns.Reach + 12}`} {...wire} strokeWidth={2} />
        {line.strands.length === 0 && (
          <path d={`M${columns.split} ${middle}H${columns.join}`} {...wire} strokeWidth={2} strokeDasharray="2 6" />
        )}
        {line.strands.map(({ use }, i) => (
          <path
            key={use.path}
            d={`M${columns.split} ${middle}C${columns.split + 14} ${middle} ${columns.split + 10} ${y(i)} ${columns.strand} ${y(i)}H${columns.out}C${columns.out + 14} ${y(i)} ${columns.out + 12} ${middle} ${columns.join} ${middle}`}
            {...wire}
            strokeWidth={2}
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
