// A frame in a few words.
import { counted } from '@green-lamp/core/quantity';
import { isValueName } from '@green-lamp/core/walk';
import { polledEvent, wayOutEvent, whyWords } from '@green-lamp/core/wire';
import type { FrameView } from '@green-lamp/core/api';

const refusals: { readonly [why: string]: string } = {
  clock: 'clock',
  'two accounts': 'two accounts in one call',
  withheld: 'no answer was given, so that the spare receiver is tried',
};

/** The first values of a call; null where it has none. */
const valueWords = ({ fields }: FrameView): string | null => {
  const values = Object.entries(fields).filter(([name]) => isValueName(name));
  const shown = values.slice(0, 2).map(([name, text]) => `${name} ${text}`);
  return values.length === 0 ? null : `${shown.join(', ')}${values.length > 2 ? ` and ${counted(values.length - 2, 'more', 'more')}` : ''}`;
};

export const frameWords = (frame: FrameView, path: (id: string) => string): string => {
  if (frame.status === 'not understood') return whyWords(frame.why ?? '');
  const event = frame.event ?? '';
  // At another listener every call has grade 5: its name alone tells a test from an event.
  const isEvent =
    (frame.grade ?? 0) >= 7 || (frame.receiver === null && frame.grade === 5 && event !== wayOutEvent && !/^null$|test$/.test(event));
  const what = isEvent
    ? `${frame.turn === 'restoral' ? 'Restoral of' : 'Event'} ‘${event}’`
    : event === 'null'
      ? (valueWords(frame) ?? 'Call without an event')
      : event === wayOutEvent
        ? `The one-time address was opened from ${frame.address}`
        : event === polledEvent
          ? `Asked by the desk: ${valueWords(frame) ?? 'nothing'}`
          : 'Test call';
  if (frame.status === 'refused' && frame.event === null) return `Refused, account ${frame.account ?? ''}: ${whyWords(frame.why ?? '')}`;
  if (frame.status === 'refused')
    return `Refused: ${refusals[frame.why ?? ''] ?? frame.why ?? ''}. ${what} of account ${frame.account ?? ''}; it proves nothing.`;
  if (frame.status === 'unknown') return `Unknown account ${frame.account ?? ''}.`;
  if (frame.strength === 'impossible' && event === wayOutEvent)
    return `${what}: this computer or the desk’s own network, so not through the unit`;
  if (frame.strength === 'impossible') return `${what}, from this computer itself: it proves that the desk listens`;
  const where = frame.receiver === null && event !== wayOutEvent ? ', at another listener' : '';
  return `${what}${where}${frame.path === null ? ', path unknown' : ` over ${path(frame.path)}`}`;
};
