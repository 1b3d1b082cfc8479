// What is looked for among entries: words, who, what about, from which day to which. Used by a station's logbook and by every station's.
import { useState } from 'react';
import { type Instant, localInstant } from '@green-lamp/core/quantity';
import { abouts } from '@green-lamp/core/walk';
import { Choose, Field } from './Field.tsx';

/** Groups of kinds whose own word is none that people use. */
const aboutWords: { readonly [about: string]: string } = {
  checkins: 'check-ins',
  challenge: 'events asked for',
  none: 'not fitted',
  signed: 'sign-off',
  undone: 'put back',
  ask: 'what others were asked',
  element: 'what the sheet has',
  attribution: 'by which path',
};

type Typed = { readonly text: string; readonly who: string; readonly about: string; readonly fromDay: string; readonly toDay: string };
const nothing: Typed = { text: '', who: '', about: '', fromDay: '', toDay: '' };
export type Sought = {
  readonly typed: Typed;
  readonly type: (of: Partial<Typed>) => void;
  /** The first instant of the first day, and the last of the last, in a zone; null where none is typed, or none can be read. */
  readonly from: Instant | null;
  readonly to: Instant | null;
  /** Why a day can't be read. */
  readonly badFrom: string | null;
  readonly badTo: string | null;
};

export const useSought = (zone: string): Sought => {
  const [typed, setTyped] = useState(nothing);
  const from = localInstant(`${typed.fromDay.trim()} 00:00`, zone);
  const to = localInstant(`${typed.toDay.trim()} 23:59:59`, zone);
  const bad = (day: string, at: Instant | null): string | null =>
    day.trim() === '' || at !== null ? null : 'A day is written 2026-11-28.';
  return {
    typed,
    type: (of) => {
      setTyped((was) => ({ ...was, ...of }));
    },
    from,
    to,
    badFrom: bad(typed.fromDay, from),
    badTo: bad(typed.toDay, to),
  };
};

/** `people`: those there are to choose from; without them a name is typed. `among`: what there is something about. */
export const FindEntries = ({
  sought: { typed, type, badFrom, badTo },
  words,
  people = null,
  among = () => true,
}: {
  sought: Sought;
  words: string;
  people?: readonly string[] | null;
  among?: (about: string) => boolean;
}) => (
  <section aria-label="Find entries" className="flex flex-wrap items-end gap-3">
    <div className="min-w-52 grow basis-0">
      <Field label={words} value={typed.text} change={(text) => type({ text })} />
    </div>
    <div className="w-44">
      {people === null ? (
        <Field label="Who" value={typed.who} change={(who) => type({ who })} />
      ) : (
        <Choose
          label="Who"
          value={typed.who}
          change={(who) => type({ who })}
          empty="anybody"
          of={people.map((one) => ({ value: one, label: one }))}
        />
      )}
    </div>
    <div className="w-44">
      <Choose
        label="About"
        value={typed.about}
        change={(about) => type({ about })}
        empty="anything"
        of={abouts.filter(among).map((one) => ({ value: one, label: aboutWords[one] ?? one }))}
      />
    </div>
    <div className="w-36">
      <Field label="From day" value={typed.fromDay} change={(fromDay) => type({ fromDay })} mono problem={badFrom} />
    </div>
    <div className="w-36">
      <Field label="To and with" value={typed.toDay} change={(toDay) => type({ toDay })} mono problem={badTo} />
    </div>
  </section>
);
