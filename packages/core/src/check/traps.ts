// The trade's list of traps, each with what covers it: a check, or another part of Green Lamp, or the part that it waits for.
import { groupedBy } from '../name/index.ts';
import { fleetRules } from './fleet.ts';
import { rules } from './rules/index.ts';
import { trapWords } from './trap-words.en.ts';

export const trapCount = trapWords.length;

/** Traps that no check covers, by what does: a gate, a due date, a stage, the hold. */
const elsewhere: { readonly [trap: number]: string } = {
  46: 'the stages of each setting: entered, applied, in force',
  52: 'evidence that falls to stale by itself',
  57: 'the hold of Signal: too short a hold proves nothing',
  58: 'the hold of Signal: swing and fall',
  64: 'a reason is asked before a finding or a marginal lamp is accepted',
  91: 'the lamp Watch and what is next',
  93: 'the lamp Watch: the first unattended check-in',
  97: 'the age of evidence by house rules',
  109: 'the drill: it is not closed until the first path is seen again at the desk, and the list asks whether its cable is still out',
  110: 'the menu walk: prompts that an earlier answer hides',
  113: 'the values of a station: one that has not moved for a day, of another measure, or out of its range is said',
  115: 'the hold of Signal: only fresh readings count',
  117: 'the menu walk: what the wrong answer does',
};
/** Traps whose input does not exist yet. */
const waits: { readonly [trap: number]: 'signal' | 'bench' } = {
  62: 'signal',
  102: 'bench',
};

export type TrapCover = {
  readonly trap: number;
  /** What goes wrong, in a sentence. */
  readonly says: string;
  readonly rules: readonly string[];
  readonly by: string | null;
  readonly waitsFor: string | null;
};

/** What covers each trap, by its number. */
export const trapCovers = (): TrapCover[] => {
  const all = [...rules, ...fleetRules].flatMap(({ id, traps }) => traps.map((trap) => ({ id, trap })));
  const byTrap = groupedBy(all, ({ trap }) => trap);
  return Array.from({ length: trapCount }, (_, i): TrapCover => {
    const trap = i + 1;
    return {
      trap,
      says: trapWords[i] ?? '',
      rules: [...new Set((byTrap.get(trap) ?? []).map(({ id }) => id))],
      by: elsewhere[trap] ?? null,
      waitsFor: waits[trap] ?? null,
    };
  });
};
