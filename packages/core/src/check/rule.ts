// A rule is data with one pure question. It reads definition keys and is asked once for each binding along the references;
// a key that is not filled in means that it is not asked. Findings never colour a lamp: evidence does.
import type { ElementId, Group, Json, LampName, SettingKey } from '../name/index.ts';
import type { Here } from '../evidence/index.ts';
import type { Source } from '../problem/index.ts';
import type { Agreement, Bindings, DefinitionKey, SheetElement, SheetView, ValueOf } from '../sheet/index.ts';
import type { words } from './words.en.ts';

export const severities = ['stop', 'fix', 'look'] as const;
export type Severity = (typeof severities)[number];
export type Traits = {
  readonly length: number;
  readonly alphabet: 'digits' | 'letters' | 'mixed';
  readonly factoryDefault: boolean;
  readonly same: string;
};

/** A code of the checks' words. */
export type Code = keyof typeof words;
/** The names that stand in braces in a text. */
type Named<T extends string> = T extends `${string}{${infer N}}${infer Rest}` ? N | Named<Rest> : never;
type NamedBy<C extends Code> = Named<(typeof words)[C][number]>;
/** The figures that the words of a code ask for: all of them, and no other. */
type Args<C extends Code> = [NamedBy<C>] extends [never]
  ? { readonly args?: { readonly [name: string]: never } }
  : { readonly args: { readonly [N in NamedBy<C>]: Json } };
/** What a rule says: a code of its own words, with the figures for them. */
export type Said<C extends string> = {
  readonly code: C;
  readonly severity: Severity;
  readonly args: { readonly [name: string]: Json };
};
export type Filled<K extends DefinitionKey> = { readonly [N in K]: ValueOf<N> };
export type Around = {
  readonly traits: (ref: string) => Traits | null;
  readonly demo: boolean;
  /** The instant for which it is asked, ms since 1970: rules about days that come. */
  readonly now: number;
  /** Where the desk stands, where it is known. */
  readonly here?: Here;
  /** Calls of the station that arrived at another listener than its receivers'. */
  readonly beside?: readonly { readonly count: number }[];
  /** The school that the station's house rules follow on a question; what ships where they are not known. */
  readonly school?: (question: string) => string | null;
  /** The modem's profile says that its idle limit does not see a keepalive. */
  readonly idleIgnoresKeepalive?: boolean;
};

/** A sheet as an example: elements by group, values by key. */
export type ExampleSheet = { readonly elements: readonly (readonly [Group, string])[]; readonly values: { readonly [key: string]: Json } };
type More = {
  readonly traits?: Traits;
  /** Sameness by reference, where an example has secrets of two kinds. */
  readonly traitsBy?: { readonly [ref: string]: string };
  readonly idleIgnoresKeepalive?: boolean;
  readonly now?: number;
  readonly here?: Here;
  readonly beside?: Around['beside'];
};
export type Examples =
  | (More & { readonly of: 'values'; readonly fires: { readonly [key: string]: Json }; readonly silent: { readonly [key: string]: Json } })
  | (More & { readonly of: 'sheet'; readonly fires: ExampleSheet; readonly silent: ExampleSheet });

/** The whole sheet, for a question that references alone can't put. */
export type WholeSheet = {
  readonly view: SheetView;
  readonly bindings: Bindings;
  readonly of: (group: Group) => readonly SheetElement[];
  /** The value of a definition at one element of its group, or at what exists once. */
  readonly at: <K extends DefinitionKey>(definition: K, element?: ElementId | null) => ValueOf<K> | null;
  readonly key: (definition: DefinitionKey, element?: ElementId | null) => SettingKey;
};
export type SaidOfSheet<C extends string> = Said<C> & { readonly fields: readonly SettingKey[]; readonly elements: readonly ElementId[] };

type About = {
  readonly id: string;
  readonly lamp: LampName;
  /** One sentence for the catalogue. */
  readonly looksFor: string;
  readonly source: Source;
  /** Numbers in the trade's list of traps. */
  readonly traps: readonly number[];
  /** Asked only where the house rules follow one of these schools. */
  readonly school?: { readonly question: string; readonly of: readonly string[] };
  readonly codes: readonly string[];
  readonly worst: Severity;
  readonly examples: Examples;
};
export type Rule = About & { readonly reads: readonly DefinitionKey[] } & (
    | {
        readonly over: 'binding';
        /** Read where they are filled in; the rule is asked without them too. */
        readonly also: readonly DefinitionKey[];
        readonly find: (filled: { readonly [key: string]: Json }, around: Around) => readonly Said<string>[];
      }
    | { readonly over: 'pairs'; readonly find: (one: Json, other: Json) => readonly Said<string>[] }
    | { readonly over: 'sheet'; readonly find: (sheet: WholeSheet, around: Around) => readonly SaidOfSheet<string>[] }
  );

type Common<C extends Code> = {
  id: string;
  lamp: LampName;
  looks: string;
  source: Source;
  traps?: readonly number[];
  school?: { readonly question: string; readonly of: readonly string[] };
  codes: { readonly [N in C]: Severity };
};
const worstOf = (codes: { readonly [code: string]: Severity }): Severity =>
  severities.find((severity) => Object.values(codes).includes(severity)) ?? 'look';
const about = <C extends Code>({ id, lamp, looks, source, traps = [], school, codes }: Common<C>) => ({
  ...(school === undefined ? {} : { school }),
  id,
  lamp,
  looksFor: looks,
  source,
  traps,
  codes: Object.keys(codes),
  worst: worstOf(codes),
});

export type OneFound<C extends Code> = { readonly [N in C]: { readonly code: N } & Args<N> }[C];
type Found<C extends Code> = readonly OneFound<C>[];
type AnyFound<C extends Code> = { readonly code: C; readonly args?: { readonly [name: string]: Json } | undefined };
const withSeverity = <C extends Code>(codes: { readonly [N in C]: Severity }, found: readonly AnyFound<C>[]): Said<C>[] =>
  found.map(({ code, args = {} }) => ({ code, severity: codes[code], args }));

type RuleOf<K extends DefinitionKey, A extends DefinitionKey, C extends Code> = Common<C> & {
  reads: readonly K[];
  also?: readonly A[];
  find: (filled: Filled<NoInfer<K>> & Partial<Filled<NoInfer<A>>>, around: Around) => Found<NoInfer<C>>;
  fires: Filled<NoInfer<K>> & Partial<Filled<NoInfer<A>>>;
  silent: Filled<NoInfer<K>> & Partial<Filled<NoInfer<A>>>;
} & More;

/** A rule about settings that references join. */
export const rule = <const K extends DefinitionKey, const C extends Code, const A extends DefinitionKey = never>(
  of: RuleOf<K, A, C>,
): Rule => ({
  ...about(of),
  reads: of.reads,
  also: of.also ?? [],
  over: 'binding',
  find: (filled, around) => withSeverity(of.codes, of.find(filled as Filled<K> & Partial<Filled<A>>, around)), // the checker fills exactly the keys that are named
  examples: {
    of: 'values',
    fires: of.fires,
    silent: of.silent,
    ...(of.traits === undefined ? {} : { traits: of.traits }),
    ...(of.traitsBy === undefined ? {} : { traitsBy: of.traitsBy }),
    ...(of.idleIgnoresKeepalive === undefined ? {} : { idleIgnoresKeepalive: of.idleIgnoresKeepalive }),
    ...(of.now === undefined ? {} : { now: of.now }),
    ...(of.here === undefined ? {} : { here: of.here }),
  },
});

type PairOf<K extends DefinitionKey, C extends Code> = Common<C> & {
  reads: K;
  find: (one: ValueOf<NoInfer<K>>, other: ValueOf<NoInfer<K>>) => Found<NoInfer<C>>;
  fires: readonly [ValueOf<NoInfer<K>>, ValueOf<NoInfer<K>>];
  silent: readonly [ValueOf<NoInfer<K>>, ValueOf<NoInfer<K>>];
};

/** A rule over two elements of one group. */
export const pairRule = <const K extends DefinitionKey, const C extends Code>(of: PairOf<K, C>): Rule => ({
  ...about(of),
  reads: [of.reads],
  over: 'pairs',
  find: (one, other) => withSeverity(of.codes, of.find(one as never, other as never)), // filled by the checker from the key in `reads`
  examples: {
    of: 'values',
    fires: { one: of.fires[0], other: of.fires[1] },
    silent: { one: of.silent[0], other: of.silent[1] },
  },
});

type FoundInSheet<C extends Code> = readonly (OneFound<C> & {
  readonly fields: readonly SettingKey[];
  readonly elements?: readonly ElementId[];
})[];
type SheetRuleOf<C extends Code> = Common<C> & {
  reads: readonly DefinitionKey[];
  find: (sheet: WholeSheet, around: Around) => FoundInSheet<NoInfer<C>>;
  fires: ExampleSheet;
  silent: ExampleSheet;
} & More;

/** A rule over the whole sheet. */
export const sheetRule = <const C extends Code>(of: SheetRuleOf<C>): Rule => ({
  ...about(of),
  reads: of.reads,
  over: 'sheet',
  find: (sheet, around) =>
    of
      .find(sheet, around)
      .flatMap(({ fields, elements = [], ...said }) => withSeverity(of.codes, [said]).map((one) => ({ ...one, fields, elements }))),
  examples: {
    of: 'sheet',
    fires: of.fires,
    silent: of.silent,
    ...(of.here === undefined ? {} : { here: of.here }),
    ...(of.now === undefined ? {} : { now: of.now }),
    ...(of.beside === undefined ? {} : { beside: of.beside }),
  },
});

export const practice: Source = { practice: true };
export const ours = (why: string): Source => ({ ours: why });
/** A published standard; the clauses of this folder are from memory unless VALUES names them. */
export const standard = (name: string, clause: string, fromMemory = true): Source => ({ standard: name, clause, fromMemory });

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

/** The two sides of an agreement as they stand on a sheet. */
export type Bridge = {
  readonly agreement: Agreement;
  readonly a: SettingKey;
  readonly b: SettingKey;
  readonly is: 'agrees' | 'differs' | 'one side';
};
