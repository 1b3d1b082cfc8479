// The application itself in this browser: that all of it is here, and that a newer one waits for a press. Nothing is taken while something runs.
import { create } from 'zustand';
import { registerSW } from 'virtual:pwa-register';
import { tell } from './live.ts';
import { whatRuns } from './what-runs.ts';

export type Here = 'asking' | 'whole' | 'insecure' | 'unable';
type Installed = {
  /** Whether the page opens without the desk; `insecure` where the address allows no browser to keep it, `unable` where this browser does not. */
  readonly here: Here;
  /** A newer page is here and waits. */
  readonly newer: boolean;
};
const able = (): Here => (!window.isSecureContext ? 'insecure' : 'serviceWorker' in navigator ? 'asking' : 'unable');
export const useInstalled = create<Installed>(() => ({ here: able(), newer: false }));

let take: (reload?: boolean) => Promise<void> = () => Promise.resolve();
/** How often (ms) it is asked whether there is a newer page. */
const every = 3_600_000;

export const keepApplication = (): void => {
  if (able() !== 'asking') return;
  take = registerSW({
    onNeedRefresh: () => {
      useInstalled.setState({ newer: true });
    },
    onRegisteredSW: (_, registration) => {
      // Also where a page before this one has begun to fetch it.
      navigator.serviceWorker.ready.then(() => {
        useInstalled.setState({ here: 'whole' });
      }, tell);
      setInterval(() => {
        registration?.update().catch(() => undefined); // without the desk there is none
      }, every);
    },
    onRegisterError: () => {
      useInstalled.setState({ here: 'unable' });
    },
  });
};

/** Takes the newer page, unless something runs: then says what. */
export const takeNewer = async (): Promise<void> => {
  const runs = await whatRuns();
  if (runs === null) await take(true);
  else tell(new Error(`${runs} The newer page is taken once that is over.`));
};
