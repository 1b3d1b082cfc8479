// A device's own menu with this station's values: the prompt in hand under the thumb, all of them below.
import { useState } from 'react';
import { stageOf } from '@green-lamp/core/journal';
import { counted, inWords } from '@green-lamp/core/quantity';
import type { Profile } from '@green-lamp/core/sheet';
import { leads, type MenuStep, menuTime, promptName, type Walk, walkOf, whereAmI } from '@green-lamp/core/walk';
import { CautionNote } from '../../../../parts/CautionNote.tsx';
import { Choose, Field } from '../../../../parts/Field.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { Tick } from '../../../../parts/Tick.tsx';
import { Empty } from '../../../../parts/State.tsx';
import { isDone, move, tick } from '../../../../commands/plan.ts';
import type { Station } from '../../../../store/use-station.ts';
import { useNow } from '../../../../store/use-stream.ts';
import { HeldNote, verbs, WalkHand } from './WalkHand.tsx';

const gates = {
  gather: 'Before this: have every value in hand.',
  harvest: 'Note it now: it can’t be read later.',
  file: 'File it now: a write or reset takes it.',
  bench: 'On the bench, before the van leaves.',
} as const;

/** What is in force on the device has been keyed: nobody does it again. */
const isInForce = ({ state }: Station, { key, is }: MenuStep): boolean => {
  const stage = key === null || is !== 'now' ? null : stageOf(state, key);
  return stage === 'inForce' || stage === 'readBack';
};

const Step = ({ station, step, what, here }: { station: Station; step: MenuStep; what: string; here: boolean }) => {
  const { prompt, type, unit, cannot, presses, is } = step;
  const inForce = isInForce(station, step);
  const done = inForce || isDone(station, what);
  return (
    <li
      aria-current={here ? 'step' : undefined}
      className={`border-b border-rule py-1 ${is === 'dropped' ? 'text-ink-2' : ''} ${here ? 'border-l-[5px] border-l-brass-edge pl-2' : ''}`}
    >
      {prompt.gate !== undefined && is !== 'dropped' && <p className="text-note font-semibold">{gates[prompt.gate]}</p>}
      <Tick done={done} press={() => void tick(station, what)}>
        <span className="mono font-semibold">{prompt.shows}</span>{' '}
        {is === 'dropped' ? (
          <span className="text-note">drops out: an earlier answer hides it</span>
        ) : is === 'missing' ? (
          <strong className="text-note">{cannot ?? 'the value is missing'}</strong>
        ) : is === 'skipped' ? (
          <span className="text-note">skip it. {prompt.skip}</span>
        ) : (
          type !== '' && (
            <span>
              {verbs[prompt.is]} <strong className="mono text-head">{type}</strong>
              {unit !== null && <span className="text-note"> {unit}</span>}
              {inForce && <span className="text-note"> · in force already</span>}
            </span>
          )
        )}
        {is !== 'dropped' && (prompt.press !== undefined || prompt.sign !== undefined) && (
          <span className="block text-note">
            {prompt.press !== undefined && `Press: ${prompt.press}. `}
            {prompt.sign !== undefined && `Wait for: ${prompt.sign}`}
            {prompt.usual !== undefined && `, usually ${inWords(prompt.usual)}`}
            {prompt.late !== undefined && `, late at ${inWords(prompt.late)}`}
          </span>
        )}
      </Tick>
      {is !== 'dropped' && (
        <div className="pl-10 text-note">
          {presses !== null && <p className="mono">Keys: {presses.join(' · ')}</p>}
          {prompt.wrong !== undefined && <p>Wrong: {prompt.wrong}</p>}
          {prompt.back !== undefined && <p>Back: {prompt.back}</p>}
          {prompt.also !== undefined && <p>Also: {prompt.also}</p>}
          {prompt.caution !== undefined && <CautionNote of={prompt.caution} />}
        </div>
      )}
    </li>
  );
};

/** Windows of a device that a person may open now: held until every value is in hand. */
const Windows = ({ station, profile, walk }: { station: Station; profile: Profile; walk: Walk }) => {
  const { window, beforeWindow, hand } = walk;
  if ((profile.windows ?? []).length === 0) return null;
  const held = beforeWindow.length > 0;
  return (
    <div className="mb-3 flex flex-col gap-2">
      {window !== null && (
        <p role="status">
          <strong>{window.name}:</strong>{' '}
          {window.left > 0 ? (
            <>
              open for another <span className="mono font-semibold">{inWords(Math.ceil(window.left / 1000) * 1000)}</span>, and{' '}
              {inWords(window.typing)} of typing left
              {window.typing > window.left && <strong>: it will not do. Type the long ones first</strong>}.
            </>
          ) : (
            <strong>it has shut. Open it again.</strong>
          )}
        </p>
      )}
      {held && <HeldNote station={station} held={beforeWindow} />}
      <div className="flex flex-wrap gap-3">
        {(profile.windows ?? []).map(({ name, opens, sign, for: length }) => (
          <Press
            key={name}
            why={held ? 'Not before every value is in hand.' : null}
            onPress={() => void move(station, profile, { how: 'window', at: hand?.step.prompt.id ?? null, window: name })}
          >
            {name} is open{sign === undefined ? '' : `: ${sign}`} ({opens}, {inWords(length)})
          </Press>
        ))}
      </div>
    </div>
  );
};

const Lost = ({ station, profile }: { station: Station; profile: Profile }) => {
  const [display, setDisplay] = useState('');
  const maybe = whereAmI(profile, display);
  return (
    <div className="no-print mb-3 flex flex-wrap items-end gap-3">
      <div className="min-w-52 grow basis-52">
        <Field label="Lost? What does the display show" value={display} change={setDisplay} mono />
      </div>
      {display !== '' && maybe.length === 0 && <p className="min-h-11 content-center">No prompt of it is like that.</p>}
      {maybe.slice(0, 3).map(({ id, shows }) => (
        <button
          key={id}
          type="button"
          className="button"
          onClick={() => {
            void move(station, profile, { how: 'lost', at: id });
            setDisplay('');
          }}
        >
          {shows.slice(0, 40)}
        </button>
      ))}
    </div>
  );
};

const Walking = ({ station, profile }: { station: Station; profile: Profile }) => {
  const now = useNow(1000);
  const walk = walkOf(profile, station.state, now);
  const { steps, hand } = walk;
  const { typing, waiting, window } = menuTime(profile, steps);
  const live = steps.filter(({ is }) => is !== 'dropped');
  const name = (step: MenuStep): string => promptName(profile, step.prompt);
  const done = live.filter((step) => isInForce(station, step) || isDone(station, name(step))).length;
  const missing = live.filter(({ is }) => is === 'missing').length;
  return (
    <>
      <p className="mb-2">
        {done} of {counted(live.length, 'prompt')} done.{' '}
        {missing > 0 && <strong>{counted(missing, 'value is', 'values are')} missing: gather what is missing before you begin. </strong>}
        About {inWords(typing)} of typing and {inWords(waiting)} of waiting (ours)
        {window !== null && (
          <>
            ; the shortest window is {inWords(window)}
            {typing > window ? <strong>: too short, so write down every value and type the long ones first</strong> : ''}
          </>
        )}
        .
      </p>
      {hand === null ? (
        <div className="mb-3 flex flex-wrap items-center gap-3">
          <Press
            onPress={() => {
              void move(station, profile, { how: 'begun', at: leads(steps, null, 'begun') });
            }}
          >
            {walk.is === 'not begun' ? 'Begin at the first prompt' : 'Begin again at the first prompt'}
          </Press>
          {walk.is === 'out' && <strong>You are out of the menu.</strong>}
          {walk.is === 'over' && <strong>Through. What was ticked stays.</strong>}
        </div>
      ) : (
        <WalkHand station={station} profile={profile} walk={walk} hand={hand} />
      )}
      <Windows station={station} profile={profile} walk={walk} />
      <Lost station={station} profile={profile} />
      <ol aria-label={`Menu of ${profile.name}`}>
        {steps.map((step) => (
          <Step key={step.prompt.id} station={station} step={step} what={name(step)} here={step === hand?.step} />
        ))}
      </ol>
    </>
  );
};

export const MenuPart = ({ station }: { station: Station }) => {
  const profiles = station.rules.profiles.filter(({ menu = [] }) => menu.length > 0);
  const [id, setId] = useState('');
  const profile = profiles.find((one) => one.id === id) ?? profiles[0];
  if (profile === undefined) return <Empty>No profile with a menu is adopted. Adopt one under Sheet, Judged by.</Empty>;
  return (
    <section aria-label="Programming sheet">
      {profiles.length > 1 && (
        <div className="mb-3 max-w-96">
          <Choose label="Device" value={profile.id} change={setId} of={profiles.map((one) => ({ value: one.id, label: one.name }))} />
        </div>
      )}
      <Walking key={profile.id} station={station} profile={profile} />
    </section>
  );
};
