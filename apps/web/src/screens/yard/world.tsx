// Which yard the screen shows and how it is acted upon: the desk's, with real sockets, or practice in this page.
import { createContext, useContext } from 'react';
import type { Json } from '@green-lamp/core/name';
import type { Act, Part } from '@green-lamp/core/yard';
import { tell } from '../../store/live.ts';
import type { StationSeen } from '@green-lamp/core/api';

export type YardAct = Act | { readonly act: string; readonly [name: string]: Json };
export type Shown = {
  readonly real: boolean;
  readonly station: string;
  readonly seen: StationSeen;
  /** Does something; why it was not let happen is shown on the screen. */
  readonly act: (act: YardAct) => void;
};
export const ShownContext = createContext<Shown | null>(null);
/** The station that is shown, and how to act upon it. */
export const useShown = (): Shown => {
  const shown = useContext(ShownContext);
  if (shown === null) throw new Error('a part of the yard outside of it');
  return shown;
};
/** Whether a part of the station is simulated here; of what is real the yard shows nothing. */
export const usePart = (part: Part): boolean => useShown().seen.station.parts.includes(part);

/** Tells a refusal where the person reads what happened. */
export const sayRefused = (refused: string | null): void => {
  if (refused !== null) tell(new Error(refused));
};

/** A press that does one act. */
export const Does = ({ act, children, pressed }: { act: YardAct; children: React.ReactNode; pressed?: boolean }) => {
  const { act: perform } = useShown();
  return (
    <button type="button" className="button" aria-pressed={pressed} onClick={() => perform(act)}>
      {children}
    </button>
  );
};

/** Rows of a thing's own view: what it is, and how it stands. */
export const Rows = ({ label, of }: { label: string; of: readonly (readonly [what: string, is: React.ReactNode])[] }) => (
  <dl aria-label={label} className="grid grid-cols-[9.5rem_1fr] gap-x-3">
    {of.map(([what, is]) => (
      <div key={what} className="contents">
        <dt className="border-t border-rule py-1 text-ink-2">{what}</dt>
        <dd className="border-t border-rule py-1">{is}</dd>
      </div>
    ))}
  </dl>
);
export const Mono = ({ children }: { children: React.ReactNode }) => <span className="mono [overflow-wrap:anywhere]">{children}</span>;
