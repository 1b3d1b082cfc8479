// The readings that a lamp takes, drawn from their rows: figures, words, a card's number, what was seen.
import { useEffect, useState } from 'react';
import type { ElementId } from '@green-lamp/core/name';
import { type Reading, readingsOf } from '@green-lamp/core/evidence';
import { parseIccid } from '@green-lamp/core/sums';
import type { LampResult } from '@green-lamp/core/lamp';
import { Choose, Field } from '../../../parts/Field.tsx';
import { append, type Draft } from '../../../store/append.ts';
import { deviceNow } from '../../../store/device.ts';
import { tell, useLive } from '../../../store/live.ts';
import type { Station } from '../../../store/use-station.ts';

type Of = { readonly path: ElementId | null; readonly item?: ElementId; readonly blind?: boolean };

export const readingDraft = (reading: Reading, value: string | number | boolean, { path, item, blind = false }: Of): Draft => {
  const at = deviceNow();
  const own = reading.by[0];
  return {
    kind: 'reading.taken',
    data: {
      lamp: reading.lamp,
      path: reading.of === 'path' ? path : null,
      what: reading.what,
      value,
      in: reading.form.is === 'number' ? reading.form.measure : null,
      from: at,
      to: at,
      item: item ?? null,
      by: blind ? 'measured' : (own ?? 'word'),
      blind,
      simulated: false,
    },
  };
};

/** What a typed reading means, or why it can't be one. Volts are typed, millivolts kept. */
export const meant = ({ form }: Reading, typed: string): { value: string | number } | { problem: string } => {
  if (form.is === 'card') {
    const card = parseIccid(typed);
    return card.ok ? { value: card.value } : { problem: 'A card number is 18 to 20 digits that begin with 89.' };
  }
  if (form.is !== 'number') return { value: typed };
  const number = Number(
    typed
      .replace(',', '.')
      .replace('\u2212', '-')
      .replace(/\s*(?:v|dbm)$/i, ''),
  );
  if (typed.trim() === '' || !Number.isFinite(number)) return { problem: 'Type the figure as you read it.' };
  const value = form.measure === 'mV' ? Math.round(number * 1000) : number;
  return value < form.least || value > form.most
    ? {
        problem: `It should lie between ${form.measure === 'mV' ? `${form.least / 1000} and ${form.most / 1000} V` : `${form.least} and ${form.most}`}.`,
      }
    : { value };
};

const units: { readonly [measure: string]: string } = { mV: ', V', dBm: ', dBm', dB: ', dB' };

export const TakeFigure = ({ reading, station, of, label }: { reading: Reading; station: Station; of: Of; label?: string }) => {
  const [typed, setTyped] = useState('');
  const { form } = reading;
  const [blind, setBlind] = useState(form.is === 'card');
  useEffect(() => {
    if (form.is !== 'card') return;
    useLive.setState({ hidesCards: blind });
    return () => {
      useLive.setState({ hidesCards: false });
    };
  }, [form.is, blind]);
  const is = meant(reading, typed);
  const name = `${label ?? reading.label}${form.is === 'number' ? (units[form.measure] ?? '') : ''}`;
  return (
    <form
      className="flex flex-col gap-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (!('value' in is) || typed === '') return;
        append(station.stream, [readingDraft(reading, is.value, { ...of, blind: form.is === 'card' && blind })]).catch(tell);
        setTyped('');
      }}
    >
      <div className="flex items-end gap-2">
        <div className="grow">
          {form.is === 'word' ? (
            <Choose
              label={name}
              value={typed}
              change={setTyped}
              empty="choose"
              of={form.of.map((word) => ({ value: word, label: word }))}
            />
          ) : (
            <Field label={name} value={typed} change={setTyped} mono problem={typed === '' || 'value' in is ? null : is.problem} />
          )}
        </div>
        <button type="submit" className="button">
          Take
        </button>
      </div>
      {form.is === 'card' && (
        <label className="flex min-h-11 items-center gap-2 text-note">
          <input
            type="checkbox"
            className="size-5 shrink-0"
            checked={blind}
            onChange={({ target }) => {
              setBlind(target.checked);
            }}
          />
          Typed whole from the card itself; the sheet’s number is hidden meanwhile
        </label>
      )}
    </form>
  );
};

const Seen = ({ reading, station, path }: { reading: Reading; station: Station; path: ElementId | null }) => (
  <button
    type="button"
    className="button w-full justify-start text-left"
    onClick={() => {
      append(station.stream, [readingDraft(reading, true, { path })]).catch(tell);
    }}
  >
    {reading.label}
  </button>
);

/** Figures first; a press is somebody's word, and says so. */
export const Readings = ({ lamp, station }: { lamp: LampResult; station: Station }) => {
  const rows = readingsOf(lamp.lamp).filter(({ of }) => of !== 'item');
  const pressed = rows.filter(({ form }) => form.is === 'seen');
  return (
    <>
      {rows
        .filter(({ form }) => form.is !== 'seen')
        .map((reading) => (
          <TakeFigure key={reading.what} reading={reading} station={station} of={{ path: lamp.path }} />
        ))}
      {pressed.length > 0 && (
        <details>
          <summary className="link flex min-h-11 items-center">I saw it (a word: weak at most)</summary>
          <div className="flex flex-col gap-2">
            {pressed.map((reading) => (
              <Seen key={reading.what} reading={reading} station={station} path={lamp.path} />
            ))}
          </div>
        </details>
      )}
    </>
  );
};
