// A frame in a few words.
import { lineWhy, type LineWhy } from '@green-lamp/core/wire';
import type { FrameView } from '../store/wire-types.ts';

const isWhy = (why: string): why is LineWhy => Object.hasOwn(lineWhy, why);

export const frameWords = (frame: FrameView, path: (id: string) => string): string => {
  if (frame.status === 'not understood') return frame.why !== null && isWhy(frame.why) ? lineWhy[frame.why] : 'Not understood.';
  if (frame.status === 'unknown') return `Unknown account ${frame.account ?? ''}.`;
  const what = (frame.grade ?? 0) >= 7 ? `Event ‘${frame.event ?? ''}’` : frame.event === 'test' ? 'Test call' : 'Call without an event';
  return `${what}${frame.path === null ? ', path unknown' : ` over ${path(frame.path)}`}`;
};
