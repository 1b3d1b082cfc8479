// A frame in a few words.
import { whyWords } from '@green-lamp/core/wire';
import type { FrameView } from '@green-lamp/core/api';

const refusals: { readonly [why: string]: string } = {
  clock: 'clock',
  'two accounts': 'two accounts in one call',
  withheld: 'no answer was given, so that the spare receiver is tried',
};

export const frameWords = (frame: FrameView, path: (id: string) => string): string => {
  if (frame.status === 'not understood') return whyWords(frame.why ?? '');
  const event = frame.event ?? '';
  // At another listener every call has grade 5: its name alone tells a test from an event.
  const isEvent = (frame.grade ?? 0) >= 7 || (frame.receiver === null && frame.grade === 5 && !/^null$|test$/.test(event));
  const what = isEvent
    ? `${frame.turn === 'restoral' ? 'Restoral of' : 'Event'} ‘${event}’`
    : event === 'null'
      ? 'Call without an event'
      : 'Test call';
  if (frame.status === 'refused')
    return `Refused: ${refusals[frame.why ?? ''] ?? frame.why ?? ''}. ${what} of account ${frame.account ?? ''}; it proves nothing.`;
  if (frame.status === 'unknown') return `Unknown account ${frame.account ?? ''}.`;
  if (frame.strength === 'impossible') return `${what}, from this computer itself: it proves that the desk listens`;
  const where = frame.receiver === null ? ', at another listener' : '';
  return `${what}${where}${frame.path === null ? ', path unknown' : ` over ${path(frame.path)}`}`;
};
