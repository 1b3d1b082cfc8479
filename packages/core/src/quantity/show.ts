// A figure with its measure, as people write it. The minus is a true minus, as in −104 dBm.
import type { Measure } from '../name/index.ts';
import { counted } from './counted.ts';
import { showDuration } from './duration.ts';
import { ms } from './in.ts';

const signed = (n: number): string => (n < 0 ? `\u2212${-n}` : `${n}`);

const showBytes = (of: number): string => {
  const fit = (
    [
      ['GB', 1e9],
      ['MB', 1e6],
      ['kB', 1e3],
    ] as const
  ).find(([, size]) => of >= size && of % (size / 10) === 0);
  return fit === undefined ? counted(of, 'byte') : `${of / fit[1]} ${fit[0]}`;
};

export const showFigure = (value: number, measure: Measure): string => {
  switch (measure) {
    case 'dBm':
    case 'dB':
      return `${signed(value)} ${measure}`;
    case 'mV':
      return `${signed(Math.round(value) / 1000)} V`;
    case 'mA':
      return `${Math.round(value) / 1000} A`;
    case 'mW':
      return `${Math.round(value) / 1000} W`;
    case 'mm':
      return `${Math.round(value) / 1000} m`;
    case 'ms':
      return Number.isSafeInteger(Math.round(value)) ? showDuration(ms(Math.round(value))) : `${value} ms`;
    case 'Bd':
      return `${value} baud`;
    case 'percent':
      return `${value} %`;
    case 'B':
      return showBytes(value);
    case 'step':
    case 'count':
      return `${value}`;
  }
};
