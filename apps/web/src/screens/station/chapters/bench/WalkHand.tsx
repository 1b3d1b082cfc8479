// The prompt in hand: what it shows, what to do, its sign and its time, what holds it, and where an answer leads. For one thumb.
import { Link } from 'react-router';
import { counted, inWords } from '@green-lamp/core/quantity';
import type { Profile } from '@green-lamp/core/sheet';
import { type Held, type InHand, leads, promptName, unmetGates, type Walk } from '@green-lamp/core/walk';
import { CautionGate } from '../../../../parts/CautionGate.tsx';
import { Press } from '../../../../parts/Press.tsx';
import { TakePicture } from '../../../../parts/TakePicture.tsx';
import { move } from '../../../../commands/plan.ts';
import type { Station } from '../../../../store/use-station.ts';

export const verbs = { type: 'Type', choose: 'Choose', press: 'Press', wait: 'Wait', do: 'Do' } as const;
const heldWords: { readonly [G in Held['gate']]: string } = {
  gather: 'Gather before you press. Still missing:',
  harvest: 'Harvest before the restart. Note first:',
  file: 'File before it is written over. Still to do:',
};

/** More than these are folded, so that the prompt in hand stays in sight. */
const few = 3;

export const HeldNote = ({ station, held }: { station: Station; held: readonly Held[] }) => (
  <>
    {held.map(({ gate, keys, prompts }) => (
      <details key={gate} className="border-l-4 border-ink pl-3" open={keys.length <= few}>
        <summary className="link flex min-h-11 items-center">
          {heldWords[gate]} {keys.length > few && counted(keys.length, 'value')}
        </summary>
        <ul className="flex flex-wrap gap-x-4">
          {keys.map((key) => (
            <li key={key}>
              <Link className="link inline-flex min-h-11 items-center" to={`/stations/${station.stream}/sheet?field=${key}`}>
                {station.speaker.setting(key)}
              </Link>
            </li>
          ))}
          {keys.length === 0 && prompts.map((one) => <li key={one}>{one}</li>)}
        </ul>
      </details>
    ))}
  </>
);

const clock = (of: number): string => `${Math.floor(of / 60_000)}:${String(Math.floor(of / 1000) % 60).padStart(2, '0')}`;

const Pace = ({ hand }: { hand: InHand }) => {
  const { ran, pace, late, stuck, step } = hand;
  if (pace === 'no time known') return null;
  const words = {
    running: `usually ${inWords(step.prompt.usual ?? 0)}`,
    due: 'the sign is due now',
    late: 'late: look whether the sign has been missed; change nothing yet',
    stuck: 'stuck: the sign will not come. Press ‘It went wrong’',
  } as const;
  const whole = stuck ?? 1;
  return (
    <div>
      <p>
        <span className="mono text-timer font-semibold" role="timer" aria-label="Time in this step">
          {clock(ran)}
        </span>{' '}
        <strong aria-live="polite">{words[pace]}.</strong>{' '}
        <span className="text-note text-ink-2">
          Late at {inWords(late ?? 0)}, stuck at {inWords(whole)}.
        </span>
      </p>
      <svg width="100%" height="14" aria-hidden="true" focusable="false" preserveAspectRatio="none" viewBox="0 0 1000 14">
        <rect x="0" y="4" width="1000" height="6" fill="var(--rule)" />
        <rect x="0" y="4" width={1000 * Math.min(1, ran / whole)} height="6" fill="var(--brass-edge)" />
        <rect x={(1000 * (step.prompt.usual ?? 0)) / whole} y="1" width="2" height="12" fill="var(--ink-2)" />
        <rect x={(1000 * (late ?? 0)) / whole} y="0" width="3" height="14" fill="var(--ink)" />
      </svg>
    </div>
  );
};

const does = {
  writes: 'It writes over what is there.',
  reboots: 'It starts the device again.',
  resets: 'It takes every setting with it.',
} as const;

export const WalkHand = ({ station, profile, walk, hand }: { station: Station; profile: Profile; walk: Walk; hand: InHand }) => {
  const { prompt, type, unit, cannot, presses, is } = hand.step;
  const to = (how: 'sign' | 'wrong' | 'back') => leads(walk.steps, prompt.id, how);
  const shownAt = (id: string | null): string => walk.steps.find((step) => step.prompt.id === id)?.prompt.shows ?? 'out of the menu';
  const go = (how: 'sign' | 'wrong' | 'back'): void => {
    const at = to(how);
    void move(station, profile, { how, at }, how === 'sign' ? promptName(profile, prompt) : undefined);
  };
  const last = to('sign') === null;
  return (
    <section
      aria-label="Prompt in hand"
      className="sticky top-0 z-[2] mb-4 flex flex-col gap-2 border-2 border-brass-edge bg-sheet-2 px-4 py-3"
    >
      <p className="flex flex-wrap items-baseline gap-x-3">
        <span className="mono text-head font-bold">{prompt.shows}</span>
        {type !== '' && (
          <span>
            {verbs[prompt.is]} <strong className="mono text-timer">{type}</strong>
            {unit !== null && <span className="text-note"> {unit}</span>}
          </span>
        )}
        {is === 'missing' && <strong>{cannot ?? 'the value is missing'}</strong>}
        {presses !== null && <span className="mono text-note">Keys: {presses.join(' · ')}</span>}
      </p>
      <p className="text-note">
        {prompt.press !== undefined && `Press: ${prompt.press}. `}
        {prompt.sign !== undefined && `Wait for: ${prompt.sign}. `}
        {prompt.does !== undefined && <strong>{does[prompt.does]} </strong>}
        {prompt.also}
      </p>
      <Pace hand={hand} />
      {prompt.caution !== undefined && <CautionGate station={station} of={prompt.caution} />}
      <HeldNote station={station} held={hand.held} />
      <div className="flex flex-wrap gap-3">
        <Press
          why={
            hand.held.length > 0 || unmetGates(station.state, prompt.caution === undefined ? [] : [prompt.caution]).length > 0
              ? 'It is held by what stands above.'
              : null
          }
          onPress={() => {
            go('sign');
          }}
        >
          {prompt.sign === undefined ? 'Done' : 'The sign came'}
          {last ? ', that was the last' : `, next: ${shownAt(to('sign')).slice(0, 32)}`}
        </Press>
        <Press
          onPress={() => {
            go('wrong');
          }}
        >
          It went wrong
        </Press>
        <TakePicture of={{ stream: station.stream, step: `${prompt.shows}, ${profile.name}`, lamp: null, path: null }} short />
        {to('back') !== prompt.id && (
          <Press
            onPress={() => {
              go('back');
            }}
          >
            One back: {shownAt(to('back')).slice(0, 28)}
          </Press>
        )}
      </div>
      {prompt.wrong !== undefined && (
        <p className="text-note text-ink-2">
          Wrong: {prompt.wrong} It leads to {shownAt(to('wrong'))}.
        </p>
      )}
    </section>
  );
};
