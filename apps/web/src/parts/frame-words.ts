// A frame in a few words.
import { whyWords } from '@green-lamp/core/wire';
import type { FrameView } from '../store/wire-types.ts';

export const frameWords = (frame: FrameView, path: (id: string) => string): string => {
  if (frame.status === 'not understood') return whyWords(frame.why ?? '');
  const what = (frame.grade ?? 0) >= 7 ? `Event ‘${frame.event ?? ''}’` : frame.event === 'null' ? 'Call without an event' : 'Test call';
  if (frame.status === 'refused') return `Refused: clock. ${what} of account ${frame.account ?? ''}; it proves nothing.`;
  if (frame.status === 'unknown') return `Unknown account ${frame.account ?? ''}.`;
  return `${what}${frame.path === null ? ', path unknown' : ` over ${path(frame.path)}`}`;
};
