// A device's own menu with this station's values: one prompt at a time under the thumb, the others around it.
import { useState } from 'react';
import { asPlanned } from '@green-lamp/core/lamp';
import { inWords } from '@green-lamp/core/quantity';
import type { Profile } from '@green-lamp/core/sheet';
import { menuOf, type MenuStep, menuTime, whereAmI } from '@green-lamp/core/walk';
import { CautionNote } from '../../../../parts/CautionNote.tsx';
import { Choose, Field } from '../../../../parts/Field.tsx';
import { Tick } from '../../../../parts/Tick.tsx';
import { Empty } from '../../../../parts/State.tsx';
import { isDone, tick } from '../../../../commands/plan.ts';
import type { Station } from '../../../../store/use-station.ts';

const gates = {
  gather: 'Before this: have every value in hand.',
  harvest: 'Note it now: it can’t be read later.',
  file: 'Before this: save the file that is there.',
  bench: 'On the bench, before the van leaves.',
} as const;
const verbs = { type: 'Type', choose: 'Choose', press: 'Press', wait: 'Wait', do: 'Do' } as const;

const Step = ({ station, step, what }: { station: Station; step: MenuStep; what: string }) => {
  const { prompt, type, presses, is } = step;
  const done = isDone(station, what);
  return (
    <li id={`prompt-${prompt.id}`} className={`border-b border-rule py-1 ${is === 'dropped' ? 'text-ink-2' : ''}`}>
      {prompt.gate !== undefined && is !== 'dropped' && <p className="text-note font-semibold">{gates[prompt.gate]}</p>}
      <Tick done={done} press={() => void tick(station, what)}>
        <span className="mono">{prompt.shows}</span>{' '}
        {is === 'dropped' ? (
          <span className="text-note">drops out: an earlier answer hides it</span>
        ) : is === 'missing' ? (
          <strong className="text-note">the value is missing</strong>
        ) : is === 'skipped' ? (
          <span className="text-note">skip it. {prompt.skip}</span>
        ) : (
          type !== '' && (
            <span>
              {verbs[prompt.is]} <strong className="mono">{type}</strong>
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

const Walk = ({ station, profile }: { station: Station; profile: Profile }) => {
  const [display, setDisplay] = useState('');
  const steps = menuOf(profile, asPlanned(station.state));
  const { typing, waiting, window } = menuTime(profile, steps);
  const live = steps.filter(({ is }) => is !== 'dropped');
  const name = (step: MenuStep): string => `menu|${profile.id}|${step.prompt.id}`;
  const done = live.filter((step) => isDone(station, name(step))).length;
  const next = live.find((step) => !isDone(station, name(step)));
  const missing = live.filter(({ is }) => is === 'missing').length;
  const maybe = whereAmI(profile, display);
  const to = (id: string): void => {
    document.getElementById(`prompt-${id}`)?.scrollIntoView({ block: 'center' });
    document.querySelector<HTMLButtonElement>(`[id="prompt-${id}"] button`)?.focus();
  };
  return (
    <>
      <p className="mb-2">
        {done} of {live.length} prompts done. {missing > 0 && <strong>{missing} values are missing: gather them before you begin. </strong>}
        About {inWords(typing)} of typing and {inWords(waiting)} of waiting (ours)
        {window !== null && (
          <>
            ; the shortest window is {inWords(window)}
            {typing > window ? <strong>: too short, so write down every value and type the long ones first</strong> : ''}
          </>
        )}
        .
      </p>
      <div className="no-print mb-3 flex flex-wrap items-end gap-3">
        {next !== undefined && (
          <button
            type="button"
            className="button button-main"
            onClick={() => {
              to(next.prompt.id);
            }}
          >
            To the next: {next.prompt.shows.slice(0, 40)}
          </button>
        )}
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
              to(id);
            }}
          >
            {shows.slice(0, 40)}
          </button>
        ))}
      </div>
      <ol aria-label={`Menu of ${profile.name}`}>
        {steps.map((step) => (
          <Step key={step.prompt.id} station={station} step={step} what={name(step)} />
        ))}
      </ol>
    </>
  );
};

export const MenuPart = ({ station }: { station: Station }) => {
  const profiles = station.rules.profiles.filter(({ menu = [] }) => menu.length > 0);
  const [id, setId] = useState('');
  const profile = profiles.find((one) => one.id === id) ?? profiles[0];
  if (profile === undefined) return <Empty>No profile with a menu is adopted. Adopt one at the foot of the Sheet.</Empty>;
  return (
    <section aria-label="Type it in">
      {profiles.length > 1 && (
        <div className="mb-3 max-w-96">
          <Choose label="Device" value={profile.id} change={setId} of={profiles.map((one) => ({ value: one.id, label: one.name }))} />
        </div>
      )}
      <Walk key={profile.id} station={station} profile={profile} />
    </section>
  );
};
