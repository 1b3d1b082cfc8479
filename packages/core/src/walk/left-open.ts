// What the desk and the client are told when work is left unfinished: what is safe, what is open, what not to believe, who returns.
import { plainText, settingKey } from '../name/index.ts';
import { undoneWords, type Speaker, type State, wanted } from '../journal/index.ts';
import { accountsOf, onTest } from '../lamp/index.ts';
import type { Block } from './ending.ts';

export const leftTo = ['desk', 'client'] as const;
export type LeftTo = (typeof leftTo)[number];

/** The message; null where the work was not left unfinished. To the client nothing is said of accounts and lamps. */
export const leftOpen = (
  to: LeftTo,
  { state, blocks, now, speaker }: { state: State; blocks: readonly Block[]; now: number; speaker: Speaker },
): string | null => {
  const { signed } = state;
  if (signed?.ending !== 'unfinished') return null;
  const place = plainText(wanted(state, settingKey('site', null, 'place')) ?? '').trim();
  const test = onTest(state, now);
  const back = state.undone.filter((one) => one.back !== null);
  const still = state.undone.filter((one) => one.back === null);
  const list = (of: readonly string[], none: string): string[] => (of.length === 0 ? [none] : of.map((line) => `- ${line}`));
  const named = `${state.station?.name ?? 'The station'}${place === '' ? '' : `, ${place}`}`;
  return [
    to === 'desk'
      ? `Left unfinished: ${named}. Account ${accountsOf(state).join(', ') || 'not on the sheet'}.`
      : `The work at ${named} is not finished.`,
    '',
    'Made safe and put back:',
    ...list(
      back.map(({ what, words }) => `${undoneWords[what]}: ${words}`),
      'Nothing had been undone for the work.',
    ),
    ...(still.length === 0 ? [] : ['', 'Not put back:', ...still.map(({ what, words }) => `- ${undoneWords[what]}: ${words}`)]),
    ...(signed.untrue === ''
      ? []
      : ['', to === 'desk' ? `Do not believe until then: ${signed.untrue}.` : `It does not work yet: ${signed.untrue}.`]),
    ...(to === 'desk'
      ? [
          '',
          'Open:',
          ...list(
            blocks.map(({ sentence }) => sentence),
            'Nothing that the program knows of.',
          ),
          '',
          test === null
            ? 'The account is live.'
            : `The account is on test until ${speaker.when(test.window.until)}: its alarms send nobody.`,
        ]
      : []),
    '',
    signed.returns === null ? 'Nobody is named who returns.' : `${signed.returns.who} returns by ${speaker.when(signed.returns.by)}.`,
    ...(signed.words === '' ? [] : [signed.words]),
    `Signed by ${signed.name}.`,
  ].join('\n');
};
