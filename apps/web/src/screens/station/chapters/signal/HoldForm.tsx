// How readings come into a hold: typed one by one, pasted, or asked of the virtual modem once a second.
import { counted } from '@green-lamp/core/quantity';
import { useEffect, useRef, useState } from 'react';
import type { House, RadioKind } from '@green-lamp/core/house';
import { readingOf } from '@green-lamp/core/evidence';
import { answerWords } from '@green-lamp/core/sheet';
import { isSignalName, type SignalName } from '@green-lamp/core/sums';
import { Field } from '../../../../parts/Field.tsx';
import { addSamples, mostSamples, type RunningHold, samplesIn } from '../../../../store/hold.ts';
import { takePasted } from '../../../../commands/hold.ts';
import { tell } from '../../../../store/live.ts';
import { deviceNow } from '../../../../store/device.ts';
import { askModem } from '../../../../store/yard.ts';
import type { Station } from '../../../../store/use-station.ts';

/** What can be read on a kind of radio: what house rules judge it by, and bars. */
export const namesFor = (house: House, radio: RadioKind): SignalName[] => [
  ...Object.keys(house.signal[radio] ?? {}).filter(isSignalName),
  'signal.bars',
];

const figure = (typed: string): number =>
  Number(
    typed
      .trim()
      .replace(',', '.')
      .replace('\u2212', '-')
      .replace(/\s*dbm?$/i, ''),
  );

const problemOf = (name: SignalName, typed: string): string | null => {
  const form = readingOf(name)?.form;
  if (typed.trim() === '' || form?.is !== 'number') return null;
  const value = figure(typed);
  if (!Number.isFinite(value)) return 'Type the figure as you read it.';
  if (value >= form.least && value <= form.most) return null;
  return `It lies between ${form.least} and ${form.most}${value > 0 && form.most < 0 ? ': with its minus' : ''}.`.replaceAll('-', '\u2212');
};

const Typed = ({ station, hold }: { station: Station; hold: RunningHold }) => {
  const names = namesFor(station.rules.house, hold.radio);
  const [typed, setTyped] = useState<{ readonly [N in SignalName]?: string }>({});
  const first = useRef<HTMLFormElement>(null);
  const take = (): void => {
    const given = names.filter((name) => (typed[name] ?? '').trim() !== '');
    if (given.length === 0 || given.some((name) => problemOf(name, typed[name] ?? '') !== null)) return;
    const values = Object.fromEntries(given.map((name) => [name, figure(typed[name] ?? '')]));
    addSamples(station.stream, [{ at: Math.max(0, deviceNow() - hold.start), values }]);
    first.current?.querySelector('input')?.select();
  };
  return (
    <form
      ref={first}
      className="flex flex-wrap items-start gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        take();
      }}
    >
      {names.map((name) => {
        const reading = readingOf(name);
        const measure = reading?.form.is === 'number' && reading.form.measure !== 'step' ? `, ${reading.form.measure}` : '';
        return (
          <div key={name} className="w-36">
            <Field
              label={`${reading?.label ?? name}${measure}`}
              value={typed[name] ?? ''}
              mono
              change={(text) => {
                setTyped({ ...typed, [name]: text });
              }}
              problem={problemOf(name, typed[name] ?? '')}
            />
          </div>
        );
      })}
      <button type="submit" className="button mt-6">
        Take this reading
      </button>
    </form>
  );
};

const Pasted = ({ station, hold }: { station: Station; hold: RunningHold }) => {
  const [text, setText] = useState('');
  const [repeats, setRepeats] = useState(false);
  const looking = useRef(false);
  const found = samplesIn(text, hold.samples.length * hold.every, hold.every, answerWords(station.rules.profiles));
  const take = async (): Promise<void> => {
    if (found.length === 0 || looking.current) return;
    looking.current = true;
    try {
      const taken = await takePasted(station, hold, text);
      setRepeats(!taken);
      if (taken) setText('');
    } finally {
      looking.current = false;
    }
  };
  return (
    <div className="flex flex-col gap-2">
      <label htmlFor="hold-text" className="font-semibold">
        Answers of the modem, one after another
      </label>
      <textarea
        id="hold-text"
        className="input mono"
        rows={4}
        spellCheck={false}
        value={text}
        onChange={({ target }) => {
          setText(target.value);
          setRepeats(false);
        }}
      />
      {repeats && (
        <p role="alert" className="border-l-4 border-ink pl-2">
          Not taken: these same answers were pasted or kept before, so they say nothing of now. Ask the modem again, or type what it shows.
        </p>
      )}
      <p className="text-note text-ink-2">Each answer counts as {hold.every / 1000} s after the one before it.</p>
      <button
        type="button"
        className="button self-start"
        aria-disabled={found.length === 0}
        onClick={() => {
          take().catch(tell);
        }}
      >
        Take {counted(found.length, 'reading')}
      </button>
    </div>
  );
};

const Modem = ({ station, hold }: { station: Station; hold: RunningHold }) => {
  const [away, setAway] = useState(false);
  const { stream } = station;
  const { path, start } = hold;
  useEffect(() => {
    let asking = false;
    const ask = async (): Promise<void> => {
      if (asking) return;
      asking = true;
      try {
        const answer = await askModem(stream, path, 'AT+CESQ\r');
        const [sample] = samplesIn(answer, Math.max(0, deviceNow() - start), 1000);
        if (sample !== undefined) addSamples(stream, [sample]);
        setAway(false);
      } catch {
        setAway(true);
      } finally {
        asking = false;
      }
    };
    void ask();
    const timer = setInterval(() => void ask(), 1000);
    return () => {
      clearInterval(timer);
    };
  }, [stream, path, start]);
  return (
    <p role="status">
      {away ? 'The virtual modem does not answer; the hold goes on when it does.' : 'The virtual modem is asked once a second. Simulated.'}
    </p>
  );
};

export const HoldForm = ({ station, hold }: { station: Station; hold: RunningHold }) => {
  if (hold.samples.length >= mostSamples)
    return <p role="status">{counted(mostSamples, 'reading')} are as many as one hold takes: end it.</p>;
  if (hold.source === 'modem') return <Modem station={station} hold={hold} />;
  return hold.source === 'pasted' ? <Pasted station={station} hold={hold} /> : <Typed station={station} hold={hold} />;
};
