// A sketch map that somebody drew: where the box is, how one comes there, what lies beside it.
import { fields, known, text } from '../../problem/index.ts';
import { kind } from '../kind.ts';
import { isDrawn } from './ending.ts';

export const sketchDrawn = kind(
  'sketch.drawn',
  1,
  fields({ strokes: known(isDrawn, 'strokes of a sketch'), words: text(300) }),
  (state, data, { entry, pos }) => ({ ...state, sketch: { ...data, pos, who: entry.who } }),
);
