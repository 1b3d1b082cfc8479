// At somebody else's desk Watch is a dated task: ring them after the next tests, and write down what they say of them.
import { useState } from 'react';
import { elementsOf } from '@green-lamp/core/journal';
import { asItRuns, scheduleOf, testsElsewhere } from '@green-lamp/core/lamp';
import { isElementId } from '@green-lamp/core/name';
import { type Instant, localInstant } from '@green-lamp/core/quantity';
import { askWatch } from '../../../../commands/elsewhere.ts';
import { Choose, Field } from '../../../../parts/Field.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { Tick } from '../../../../parts/Tick.tsx';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';

const blank = { person: '', first: '', second: '', path: '', words: '' };

export const WatchElsewhere = ({ station }: { station: Station }) => {
  const [of, setOf] = useState(blank);
  const [armed, setArmed] = useState(false);
  const [offTest, setOffTest] = useState(false);
  const [none, setNone] = useState(false);
  const { state, speaker, zone } = station;
  const { every, late } = scheduleOf(state, asItRuns(state), station.now);
  const left = state.attended?.ord ?? null;
  const asked = station.rules.house.checkIns;
  const after = left === null || every === null ? null : left + asked * every + late;
  const seen = testsElsewhere(station);
  const typed = [of.first, of.second].filter((text) => text.trim() !== '');
  const tests = typed.map((text) => localInstant(text.trim(), zone));
  const sound = tests.flatMap((at): Instant[] => (at === null || at > station.now ? [] : [at])).sort((a, b) => a - b);
  const why =
    of.person.trim() === ''
      ? 'Write down who said so.'
      : none
        ? null
        : typed.length === 0
          ? 'Write down when a test came by their clock, or that none did.'
          : sound.length < typed.length
            ? 'A time is written 2026-11-27 04:20, and is not yet to come.'
            : null;
  const say = (): void => {
    const data = {
      person: of.person.trim().slice(0, 80),
      path: isElementId(of.path) ? of.path : null,
      tests: none ? [] : sound,
      armed,
      offTest,
      words: of.words.trim(),
    };
    askWatch(station, data).then(() => {
      setOf(blank);
      setArmed(false);
      setOffTest(false);
      setNone(false);
    }, tell);
  };
  return (
    <section aria-label="Ask the other desk">
      <h3 className="font-bold">
        Ask the other desk{' '}
        <span className="font-normal text-ink-2">
          {seen.length} of {asked} tests told
        </span>
      </h3>
      <p>
        {after === null
          ? every === null
            ? 'The sheet does not say how often it calls by itself: put it there, so that it can be said when to ring.'
            : `Nobody was at the station yet. Tests count from when the last one leaves it: ring after ${asked} of them.`
          : after > station.now
            ? `Ring them after ${speaker.when(after)}: by then ${asked} tests were due while nobody was there. One call is enough for them.`
            : `Ring them: ${asked} tests were due by ${speaker.when(after)}.`}
      </p>
      <div className="mt-2 grid max-w-3xl grid-cols-[repeat(auto-fill,minmax(15rem,1fr))] gap-3">
        <Field label="Who said so" value={of.person} change={(person) => setOf({ ...of, person })} />
        <Field
          label="A test came at"
          value={of.first}
          change={(first) => setOf({ ...of, first })}
          mono
          hint={`By their clock, ${zone}: 2026-11-27 04:20`}
        />
        <Field label="and one at" value={of.second} change={(second) => setOf({ ...of, second })} mono />
        <Choose
          label="By path"
          value={of.path}
          change={(path) => setOf({ ...of, path })}
          empty="they do not know"
          of={elementsOf(state, 'path').map(({ id, label }) => ({ value: id, label }))}
        />
        <Field label="Their words" value={of.words} change={(words) => setOf({ ...of, words })} />
      </div>
      <div className="my-2 max-w-xl">
        <Tick done={none} press={() => setNone(!none)}>
          No test came
        </Tick>
        <Tick done={armed} press={() => setArmed(!armed)}>
          Supervision is armed
        </Tick>
        <Tick done={offTest} press={() => setOffTest(!offTest)}>
          The account is off test
        </Tick>
      </div>
      <Press why={why} onPress={say}>
        They said so
      </Press>
      {seen.length > 0 && <p className="mt-2">Told so far: {seen.map(speaker.when).join(', ')}.</p>}
    </section>
  );
};
