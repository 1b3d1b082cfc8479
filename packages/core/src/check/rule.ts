// A rule is data with one pure question. It reads definition keys and is asked once for each binding along the references;
// a key that is not filled in means that it is not asked. Findings never colour a lamp: evidence does.
import type { ElementId, Json, LampName, SettingKey } from '../name/index.ts';
import type { DefinitionKey, ValueOf } from '../sheet/index.ts';

export type Severity = 'stop' | 'fix' | 'look';
export type Traits = {
  readonly length: number;
  readonly alphabet: 'digits' | 'letters' | 'mixed';
  readonly factoryDefault: boolean;
  readonly same: string;
};

export type Codes = { readonly [code: string]: { readonly what: string; readonly why: string; readonly todo: string } };
/** What a rule says: a code of its own words, with the figures for them. */
export type Said<C extends string> = {
  readonly code: C;
  readonly severity: Severity;
  readonly args: { readonly [name: string]: Json };
  readonly about?: readonly string[];
};
export type Filled<K extends DefinitionKey> = { readonly [N in K]: ValueOf<N> };
export type Around = { readonly traits: (ref: string) => Traits | null; readonly demo: boolean };

/** Sheets that make the rule speak, and keep silent. */
export type Examples<K extends DefinitionKey> = { readonly fires: Filled<K>; readonly silent: Filled<K>; readonly traits?: Traits };

export type Rule = {
  readonly id: string;
  readonly lamp: LampName;
  readonly reads: readonly DefinitionKey[];
  readonly codes: readonly string[];
  /** 'binding': once for each way the references join the keys; 'each': once for each pair of elements of the one group that it reads. */
  readonly over: 'binding' | 'pairs';
  readonly find: (filled: { readonly [key: string]: Json }, around: Around) => readonly Said<string>[];
  readonly examples: Examples<never>;
};

type RuleOf<K extends DefinitionKey, C extends string> = {
  id: string;
  lamp: LampName;
  reads: readonly K[];
  codes: readonly C[];
  find: (filled: Filled<NoInfer<K>>, around: Around) => readonly Said<NoInfer<C>>[];
  fires: Filled<NoInfer<K>>;
  silent: Filled<NoInfer<K>>;
  traits?: Traits;
};

export const rule = <const K extends DefinitionKey, const C extends string>(of: RuleOf<K, C>): Rule => ({
  id: of.id,
  lamp: of.lamp,
  reads: of.reads,
  codes: of.codes,
  over: 'binding',
  find: of.find as unknown as Rule['find'], // the checker fills exactly the keys that `reads` names
  examples: { fires: of.fires, silent: of.silent, ...(of.traits === undefined ? {} : { traits: of.traits }) },
});

type PairOf<K extends DefinitionKey, C extends string> = {
  id: string;
  lamp: LampName;
  reads: K;
  codes: readonly C[];
  find: (one: ValueOf<NoInfer<K>>, other: ValueOf<NoInfer<K>>) => readonly Said<NoInfer<C>>[];
  fires: readonly [ValueOf<NoInfer<K>>, ValueOf<NoInfer<K>>];
  silent: readonly [ValueOf<NoInfer<K>>, ValueOf<NoInfer<K>>];
};

/** A rule over two elements of one group: their values come as `one` and `other`. */
export const pairRule = <const K extends DefinitionKey, const C extends string>(of: PairOf<K, C>): Rule => ({
  id: of.id,
  lamp: of.lamp,
  reads: [of.reads],
  codes: of.codes,
  over: 'pairs',
  find: ({ one, other }) => of.find(one as never, other as never), // filled by the checker from the key in `reads`
  examples: {
    fires: { one: of.fires[0], other: of.fires[1] },
    silent: { one: of.silent[0], other: of.silent[1] },
  },
});

export type Finding = {
  /** Rule and elements: the same finding keeps its id while its figures change. */
  readonly id: string;
  readonly rule: string;
  readonly code: string;
  readonly lamp: LampName;
  readonly severity: Severity;
  readonly args: { readonly [name: string]: Json };
  readonly fields: readonly SettingKey[];
  readonly elements: readonly ElementId[];
  /** Figures and values as one text: an acceptance holds only for these. */
  readonly about: string;
};
