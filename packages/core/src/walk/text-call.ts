// A text message as a call: what the sheet says that an input sends or that its test is, word for word, or a line record. Anything else is a text and no event.
import { plainText, type Json, settingKey } from '../name/index.ts';
import { plainZone } from '../evidence/index.ts';
import { elementsOf, type State, wanted } from '../journal/index.ts';
import { accountsOf } from '../lamp/index.ts';
import { bytesOf, type Call, lineCall, textEvent } from '../wire/index.ts';

/** As texts are compared: blanks at the ends and line ends do not matter, all else does. */
const plain = (text: string): string => text.replace(/\s+/g, ' ').trim();

/** A number as it is compared: its digits, with the plus of its country code where it has one. */
export const plainNumber = (typed: string): string => typed.replace(/[^\d+]/g, '').slice(0, 20);

/** What a text of this station is. Its account is the sheet's; null where the sheet has none, so that nothing can be its. */
export const textCall = (state: State, text: string): Call | null => {
  const [account] = accountsOf(state);
  if (account === undefined) return null;
  const record = lineCall(bytesOf(text.trim()));
  if (record !== null && record.account === account) return record;
  const none = { account, instant: '', at: null, other: null, repeats: null, window: null, fields: { text } } as const;
  for (const { id, label } of elementsOf(state, 'input')) {
    const at = (key: 'input.name' | 'input.text' | 'input.textEnd' | 'input.deskZone' | 'input.channel'): Json | undefined =>
      wanted(state, settingKey('input', id, key.slice('input.'.length)));
    const [begins, ends] = [plain(plainText(at('input.text') ?? '')), plain(plainText(at('input.textEnd') ?? ''))];
    const is = begins !== '' && plain(text) === begins ? 'alarm' : ends !== '' && plain(text) === ends ? 'restoral' : null;
    if (is === null) continue;
    const zone = plainZone(plainText(at('input.deskZone') ?? at('input.channel') ?? ''));
    return {
      ...none,
      event: plain(plainText(at('input.name') ?? '') || label)
        .toLowerCase()
        .slice(0, 32),
      grade: 7,
      zone,
      is,
    };
  }
  const isTest = elementsOf(state, 'unit').some(({ id }) => {
    const own = plain(plainText(wanted(state, settingKey('unit', id, 'testText')) ?? ''));
    return own !== '' && plain(text) === own;
  });
  return { ...none, event: isTest ? 'test' : textEvent, grade: 6, zone: null, is: null };
};
