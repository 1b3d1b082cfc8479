// A figure with its measure, as people write it. The minus is a true minus, as in −104 dBm.
import type { Measure } from '../name/index.ts';
import { showDuration } from './duration.ts';
import { ms } from './in.ts';

const signed = (n: number): string => (n < 0 ? `\u2212${-n}` : `${n}`);

export const showFigure = (value: number, measure: Measure): string => {
  switch (measure) {
    case 'dBm':
    case 'dB':
      return `${signed(value)} ${measure}`;
    case 'mV':
      return `${signed(Math.round(value) / 1000)} V`;
    case 'ms':
      return showDuration(ms(Math.round(value)));
    case 'Bd':
      return `${value} baud`;
    case 'B':
      return `${value} bytes`;
    case 'step':
    case 'count':
      return `${value}`;
  }
};
