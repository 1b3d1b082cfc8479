// Listeners ship on loopback: until they are opened no unit can call in, and that is said where people wait for one.
import { useLive } from '../store/live.ts';

export const OnlyHere = () => {
  const listeners = useLive((live) => live.listeners);
  if (listeners.length === 0 || !listeners.every(({ host }) => host.startsWith('127.') || host === '::1' || host === 'localhost'))
    return null;
  return (
    <p className="mt-1 border-l-2 border-ink pl-2 text-note">
      Only this computer can call in: no unit reaches the desk yet. Start it with{' '}
      <span className="mono">GREENLAMP_LISTEN_HOST=0.0.0.0</span> (or one address of this computer) to open the listeners.
    </p>
  );
};
