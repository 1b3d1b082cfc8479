// Who is told of what and who may command the unit, by the sheet; and what each has been seen to do since the sheet last said so.
import { type ElementId, type Json, type Group, plainText, settingKey, type SettingKey } from '../name/index.ts';
import { elementsOf, type ReachChannel, reachKey, type ReachSaid, type State, toldKey, type ToldSaid, wanted } from '../journal/index.ts';
import { type Judging, type Makeable, makeables } from '../lamp/index.ts';
import type { DefinitionKey } from '../sheet/index.ts';
import { segmentsOf } from '../sums/index.ts';

type Of<S> = {
  readonly said: S | null;
  /** The sheet was changed since: it has to be seen again. */
  readonly again: boolean;
};
export type ToldCell = Of<ToldSaid> & {
  readonly number: ElementId;
  readonly person: string;
  readonly event: Makeable;
  /** What the unit sends, by the sheet; empty where it says no words. */
  readonly text: string;
  /** Messages that it becomes (3GPP TS 23.038). */
  readonly parts: number;
};
export type ReachCell = Of<ReachSaid> & {
  readonly user: ElementId;
  readonly person: string;
  readonly channel: ReachChannel;
  /** Whether the sheet lets them. */
  readonly meant: boolean;
};

type Key<G extends Group> = Extract<DefinitionKey, `${G}.${string}`>;
const text = (value: Json | undefined): string => plainText(value ?? '').trim();
const changedAfter = (state: State, keys: readonly SettingKey[], ord: number): boolean =>
  keys.some((key) => (state.settings[key]?.at(-1)?.pos.ord ?? 0) > ord);
const keysOf = (state: State, group: Group, id: ElementId): SettingKey[] => {
  const start = `${group}:${id}.`;
  return Object.keys(state.settings).filter((key): key is SettingKey => key.startsWith(start));
};

const numbersOf = (state: State): { id: ElementId; person: string; may: string; ticked: boolean; withheld: boolean }[] =>
  elementsOf(state, 'number').map(({ id, label }) => {
    const at = (key: Key<'number'>): Json | undefined => wanted(state, settingKey('number', id, key.slice('number.'.length)));
    return {
      id,
      person: text(at('number.person')) || label,
      may: text(at('number.may')),
      ticked: at('number.ticked') !== false,
      withheld: at('number.withheld') === false,
    };
  });

/** Every person on the unit's list with every event of which the sheet tells them. */
export const toldCells = ({ state, profiles }: Pick<Judging, 'state' | 'profiles'>): ToldCell[] => {
  const numbers = numbersOf(state).filter(({ may, ticked }) => ticked && may !== 'start');
  return makeables({ state, profiles }).flatMap((event) => {
    const { item } = event;
    const group = item !== null && elementsOf(state, 'input').some(({ id }) => id === item) ? 'input' : null;
    const at = (param: 'text' | 'textEnd' | 'who'): string =>
      group === null || item === null ? '' : text(wanted(state, settingKey(group, item, param)));
    const tells = at('who');
    const words = event.is === 'restoral' ? at('textEnd') : at('text');
    // An input with words for its beginning alone says nothing when it ends.
    if (words === '' && (at('text') !== '' || at('textEnd') !== '')) return [];
    return numbers
      .filter(({ id }) => tells === '' || tells === id)
      .map(({ id, person }) => {
        const said = state.told[toldKey({ number: id, zone: event.zone, is: event.is })] ?? null;
        const keys = [...keysOf(state, 'number', id), ...(group === null || item === null ? [] : keysOf(state, group, item))];
        return {
          number: id,
          person,
          event,
          text: words,
          parts: words === '' ? 1 : segmentsOf(words).parts,
          said,
          again: said !== null && changedAfter(state, keys, said.pos.ord),
        };
      });
  });
};

/** Messages that go out if everything that can happen happens once, and ends. */
export const storm = (cells: readonly ToldCell[]): { readonly texts: number; readonly parts: number } => ({
  texts: cells.length,
  parts: cells.reduce((sum, { parts }) => sum + parts, 0),
});

/** Every person, desk and login on the sheet with the channels by which they could command the unit. */
export const reachCells = (state: State): ReachCell[] => {
  const cell = (group: Group, user: ElementId, person: string, channel: ReachChannel, meant: boolean): ReachCell => {
    const said = state.reached[reachKey({ user, channel })] ?? null;
    return { user, person, channel, meant, said, again: said !== null && changedAfter(state, keysOf(state, group, user), said.pos.ord) };
  };
  const numbers = numbersOf(state).flatMap(({ id, person, may, ticked, withheld }) => {
    const meant = ticked && !withheld && may !== 'told';
    return [cell('number', id, person, 'text', meant), cell('number', id, person, 'ring', meant)];
  });
  const logins = elementsOf(state, 'login').map(({ id, label }) => {
    const at = (key: Key<'login'>): Json | undefined => wanted(state, settingKey('login', id, key.slice('login.'.length)));
    const name = [text(at('login.user')), text(at('login.what'))].filter((part) => part !== '').join(' at ');
    return cell('login', id, name || label, 'portal', at('login.lost') !== true);
  });
  const codes = elementsOf(state, 'code').map(({ id, label }) =>
    cell('code', id, text(wanted(state, settingKey('code', id, 'who'))) || label, 'keypad', true),
  );
  const polls = wanted(state, settingKey('desk', null, 'polls')) === true;
  const sessions = elementsOf(state, 'unit').some(({ id }) => typeof wanted(state, settingKey('unit', id, 'maintenancePort')) === 'number');
  const desks = elementsOf(state, 'receiver').flatMap(({ id, label }) => [
    ...(polls ? [cell('receiver', id, label, 'poll', true)] : []),
    ...(sessions ? [cell('receiver', id, label, 'session', true)] : []),
  ]);
  return [...numbers, ...logins, ...codes, ...desks];
};

/** Persons who were not told as they are to be, as sentences: what stands in the way of a complete site. */
export const toldWrong = (cells: readonly ToldCell[]): { readonly code: string; readonly sentence: string }[] =>
  cells.flatMap(({ person, event, said, again, number }) =>
    said === null || again || said.got === 'as meant'
      ? []
      : [
          {
            code: `told ${toldKey({ number, zone: event.zone, is: event.is })}`,
            sentence: `${person} ${said.got === 'nothing' ? 'has nothing of' : 'was told otherwise of'} ${event.what}${event.is === 'restoral' ? ', its end' : ''}.`,
          },
        ],
  );
/** Those whom the unit let in or kept out otherwise than the sheet says. */
export const reachWrong = (cells: readonly ReachCell[]): { readonly code: string; readonly sentence: string }[] =>
  cells.flatMap(({ person, channel, meant, said, again, user }) =>
    said === null || again || said.letIn === meant
      ? []
      : [
          {
            code: `reached ${reachKey({ user, channel })}`,
            sentence: meant
              ? `${person} was kept out by ${reachWords[channel]}, and is to command the unit.`
              : `${person} was let in by ${reachWords[channel]}, and is not to command the unit.`,
          },
        ],
  );
export const reachWords: { readonly [C in ReachChannel]: string } = {
  text: 'text',
  ring: 'a ring',
  poll: 'the desk’s poll',
  session: 'a session',
  portal: 'a page or portal',
  keypad: 'the keypad',
};
