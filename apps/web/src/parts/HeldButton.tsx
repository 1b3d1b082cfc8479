// A press that can't be taken back: at site size, where gloves press by chance, it is held for a second. Whoever can't hold it presses twice.
import { type KeyboardEvent, type ReactNode, useEffect, useRef, useState } from 'react';
import { useLook } from '../store/look.ts';

const hold = 1000;
const again = 4000;

type Props = { children: ReactNode; press: () => void; className: string; label?: string; describedBy?: string; disabled?: boolean };

/** Whether it is being held, waits for a second press, or was let go too early. */
type Held = 'at rest' | 'held' | 'armed' | 'let go';

const useHeld = (press: () => void) => {
  const [is, setIs] = useState<Held>('at rest');
  const timer = useRef<ReturnType<typeof setTimeout> | null>(null);
  const stop = (): void => {
    if (timer.current !== null) clearTimeout(timer.current);
    timer.current = null;
  };
  useEffect(() => stop, []);
  const begin = (): void => {
    if (timer.current !== null) return;
    setIs('held');
    timer.current = setTimeout(() => {
      timer.current = null;
      setIs('at rest');
      press();
    }, hold);
  };
  const end = (): void => {
    if (timer.current === null) return;
    stop();
    setIs('let go');
  };
  /** A press without a pointer or a key, as a screen reader makes it. */
  const clicked = (): void => {
    if (is === 'armed') {
      stop();
      setIs('at rest');
      press();
      return;
    }
    setIs('armed');
    timer.current = setTimeout(() => {
      timer.current = null;
      setIs('at rest');
    }, again);
  };
  return { is, begin, end, clicked };
};

const Holding = ({ children, press, className, label, describedBy, disabled = false }: Props) => {
  const { is, begin, end, clicked } = useHeld(press);
  const key = (event: KeyboardEvent, then: () => void): void => {
    if (event.key !== 'Enter' && event.key !== ' ') return;
    event.preventDefault();
    if (!event.repeat && !disabled) then();
  };
  return (
    <span className="inline-flex flex-col">
      <button
        type="button"
        className={`${className} ${is === 'held' ? 'is-held' : ''}`}
        aria-label={label}
        aria-describedby={describedBy}
        aria-disabled={disabled}
        onPointerDown={() => {
          if (!disabled) begin();
        }}
        onPointerUp={end}
        onPointerLeave={end}
        onPointerCancel={end}
        onKeyDown={(event) => {
          key(event, begin);
        }}
        onKeyUp={(event) => {
          key(event, end);
        }}
        onClick={({ detail }) => {
          if (detail === 0 && !disabled) clicked();
        }}
        onContextMenu={(event) => {
          event.preventDefault();
        }}
      >
        {children}
      </button>
      <span role="status" className="text-small text-ink-2">
        {is === 'let go' ? 'Hold it for a second.' : is === 'armed' ? 'Press it again to do it.' : ''}
      </span>
    </span>
  );
};

export const HeldButton = (props: Props) => {
  const site = useLook(({ size }) => size === 'site');
  if (site) return <Holding {...props} />;
  const { children, press, className, label, describedBy, disabled = false } = props;
  return (
    <button
      type="button"
      className={className}
      aria-label={label}
      aria-describedby={describedBy}
      aria-disabled={disabled}
      onClick={() => {
        if (!disabled) press();
      }}
    >
      {children}
    </button>
  );
};
