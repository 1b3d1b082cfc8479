// What the adopted profiles know of how a device answers, as its reader wants it: its own names, its words for a state, and where it writes secrets.
import { type AnswerWords, type FoundName, isFoundName, nameWords } from '../wire/index.ts';
import { definition } from './table.ts';
import type { Profile } from './profile.ts';

/** Settings of which a device tells what is in force, and under which name the reader offers it. */
const told: { readonly [definition: string]: FoundName } = {
  'sim.apn': 'context.apn',
  'sim.iccid': 'card.number',
  'sim.imsi': 'card.imsi',
  'modem.imei': 'modem.imei',
  'modem.serial': 'modem.serial',
};

/** The words of several profiles together; where two give one name to two things, the first holds. */
export const answerWords = (profiles: readonly Pick<Profile, 'aliases' | 'statusWords' | 'secretCommands'>[]): AnswerWords => {
  const names = profiles
    .flatMap(({ aliases = {} }) => Object.entries(aliases).flatMap(([name, of]) => (of === undefined ? [] : [[name, of] as const])))
    .reverse();
  const foundBy = (of: string): FoundName | undefined => (isFoundName(of) ? of : told[of]);
  return {
    aliases: new Map(
      names.flatMap(([name, of]) => {
        const what = foundBy(of);
        return what === undefined ? [] : [[nameWords(name), what] as const];
      }),
    ),
    statusWords: new Map(
      profiles.flatMap(({ statusWords = [] }) => statusWords.map(({ word, traffic }) => [word.toLowerCase(), traffic] as const)),
    ),
    secretCommands: profiles.flatMap(({ secretCommands = [] }) => secretCommands),
    secretNames: new Set(names.flatMap(([name, of]) => (definition(of)?.form.is === 'secret' ? [nameWords(name)] : []))),
  };
};
