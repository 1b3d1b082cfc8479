// A lamp's door: why it is as it is, what comes next, and the readings, words and acceptances by which it is worked.
import { useState } from 'react';
import type { ElementId } from '@green-lamp/core/name';
import { bySchools, type LampResult, mayBeNone, sayReason } from '@green-lamp/core/lamp';
import { noneKey } from '@green-lamp/core/journal';
import { parseIccid } from '@green-lamp/core/sums';
import { type Caution, type Reading, readingsOf } from '@green-lamp/core/sheet';
import { CautionNote } from '../../parts/CautionNote.tsx';
import { Choose, Field } from '../../parts/Field.tsx';
import { LampMark } from '../../parts/LampMark.tsx';
import { inForceSince } from '../../commands/device.ts';
import { append, type Draft } from '../../store/append.ts';
import { deviceNow } from '../../store/device.ts';
import type { Station } from '../../store/use-station.ts';

const atStep: { readonly [lamp: string]: Caution } = {
  Power: 'volts',
  Inputs: 'output',
  Signal: 'aerial',
  Standby: 'aerial',
  Reach: 'output',
};

const readingDraft = (reading: Reading, path: ElementId | null, value: string | number | boolean): Draft => {
  const at = deviceNow();
  return {
    kind: 'reading.taken',
    data: {
      lamp: reading.lamp,
      path,
      what: reading.what,
      value,
      in: reading.form.is === 'number' ? reading.form.measure : null,
      origin: 'typed',
      from: at,
      to: at,
      simulated: false,
    },
  };
};

/** What a typed reading means, or why it can't be one. Volts are typed, millivolts kept. */
const meant = ({ form }: Reading, typed: string): { value: string | number } | { problem: string } => {
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

const Take = ({ reading, path, station }: { reading: Reading; path: ElementId | null; station: Station }) => {
  const [typed, setTyped] = useState('');
  const { form } = reading;
  const take = (value: string | number | boolean): void => {
    void append(station.stream, [readingDraft(reading, path, value)]);
    setTyped('');
  };
  if (form.is === 'seen')
    return (
      <button
        type="button"
        className="button w-full justify-start text-left"
        onClick={() => {
          take(true);
        }}
      >
        {reading.label}
      </button>
    );
  const of = meant(reading, typed);
  const measure = form.is === 'number' ? { mV: 'V', dBm: 'dBm', step: '', count: '' }[form.measure as 'mV'] : '';
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if ('value' in of && typed !== '') take(of.value);
      }}
    >
      <div className="grow">
        {form.is === 'word' ? (
          <Choose
            label={reading.label}
            value={typed}
            change={setTyped}
            empty="choose"
            of={form.of.map((word) => ({ value: word, label: word }))}
          />
        ) : (
          <Field
            label={`${reading.label}${measure === '' ? '' : `, ${measure}`}`}
            value={typed}
            change={setTyped}
            mono
            problem={typed === '' || 'value' in of ? null : of.problem}
          />
        )}
      </div>
      <button type="submit" className="button">
        Take
      </button>
    </form>
  );
};

const Word = ({ lamp, station }: { lamp: LampResult; station: Station }) => {
  const [words, setWords] = useState('');
  const say = (outcome: 'good' | 'bad'): void => {
    if (words.trim() === '') return;
    void append(station.stream, [{ kind: 'declaration.made', data: { lamp: lamp.lamp, path: lamp.path, outcome, words: words.trim() } }]);
    setWords('');
  };
  return (
    <details>
      <summary className="link flex min-h-11 items-center">Somebody says so</summary>
      <div className="flex flex-col gap-2">
        <Field label="Who said what" value={words} change={setWords} many hint="A word alone makes a lamp marginal at most." />
        <div className="flex gap-2">
          <button
            type="button"
            className="button"
            onClick={() => {
              say('good');
            }}
          >
            It works
          </button>
          <button
            type="button"
            className="button"
            onClick={() => {
              say('bad');
            }}
          >
            It fails
          </button>
        </div>
      </div>
    </details>
  );
};

const NotFitted = ({ lamp, station }: { lamp: LampResult; station: Station }) => {
  const [reason, setReason] = useState('');
  const wholePath = lamp.path !== null;
  const what = wholePath ? { lamp: null, path: lamp.path } : { lamp: lamp.lamp, path: null };
  const accepted = station.state.none[noneKey(what.lamp, what.path)];
  if (!wholePath && !mayBeNone.includes(lamp.lamp)) return null;
  const say = (lifted: boolean): void => {
    if (reason.trim() === '') return;
    void append(station.stream, [{ kind: 'none.accepted', data: { ...what, reason: reason.trim(), lifted } }]);
    setReason('');
  };
  return (
    <details open={accepted !== undefined}>
      <summary className="link flex min-h-11 items-center">{wholePath ? 'This path is not in use' : 'Not fitted'}</summary>
      <div className="flex flex-col gap-2">
        <Field label={accepted === undefined ? 'Why it is accepted' : 'Why it is asked for again'} value={reason} change={setReason} />
        <button
          type="button"
          className="button"
          onClick={() => {
            say(accepted !== undefined);
          }}
        >
          {accepted === undefined ? 'Accept it' : 'Ask for it again'}
        </button>
      </div>
    </details>
  );
};

export const LampPanel = ({ station, lamp, close }: { station: Station; lamp: LampResult; close: () => void }) => {
  const { speaker } = station;
  const caution = atStep[lamp.lamp];
  const { next } = lamp;
  return (
    <section aria-label={`${lamp.lamp}, its door`} className="flex flex-col gap-3 border-2 border-rule-2 bg-sheet p-3">
      <div className="flex items-center gap-3">
        <LampMark is={lamp.is} size={30} simulated={lamp.simulated} />
        <h2 className="grow leading-tight font-bold">
          {lamp.lamp} {lamp.is}
          {lamp.path !== null && <span className="block text-small font-normal">{speaker.element(lamp.path)}</span>}
          <span className="block text-small font-normal text-ink-2">
            {[lamp.rehearsal ? 'bench' : null, lamp.simulated ? 'simulated' : null].filter((word) => word !== null).join(', ')}
          </span>
        </h2>
        <button type="button" className="button" onClick={close}>
          Close
        </button>
      </div>
      <ul className="flex flex-col gap-1">
        {lamp.because.map((reason, i) => (
          <li key={i} className="break-words">
            {sayReason(reason, speaker)}
          </li>
        ))}
      </ul>
      {bySchools(station.state, { ...station.rules, heard: station.beside?.heard ?? [], now: station.now })
        .filter((of) => of.lamp === lamp.lamp && of.path === lamp.path)
        .map(({ question, asks, says, is }) => (
          <p key={`${question} ${says}`} className="border-l-2 border-rule-2 pl-2 text-note">
            It hangs on a school ({asks.replace(/^./, (first) => first.toLowerCase())}): by ‘{says}’ it would be <strong>{is}</strong>, by
            your house rules it is {lamp.is}.
          </p>
        ))}
      {lamp.waits.length > 0 && (
        <p className="border-l-2 border-ink pl-2 text-note">A change waits: {lamp.waits.map(speaker.setting).join(', ')}.</p>
      )}
      {next !== null && (
        <p>
          <strong className="text-brass-ink">Next:</strong> {sayReason(next, speaker)}
        </p>
      )}
      {next?.code === 'next-in-force' && (
        <button type="button" className="button" onClick={() => void inForceSince(station, next.args.keys, next.args.from)}>
          It was in force by {speaker.when(next.args.from)}
        </button>
      )}
      {lamp.due !== null && <p className="text-small text-ink-2">Stands until {speaker.when(lamp.due)}.</p>}
      {caution !== undefined && <CautionNote of={caution} />}
      {readingsOf(lamp.lamp).map((reading) => (
        <Take key={reading.what} reading={reading} path={lamp.path} station={station} />
      ))}
      <Word lamp={lamp} station={station} />
      <NotFitted lamp={lamp} station={station} />
    </section>
  );
};
