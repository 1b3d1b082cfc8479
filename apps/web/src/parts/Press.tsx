// A button that can say why it can't: it stays reachable, and the reason stands beside it for everybody.
import { type ReactNode, useId } from 'react';
import { HeldButton } from './HeldButton.tsx';

export const Press = (props: {
  children: ReactNode;
  onPress: () => void;
  main?: boolean;
  why?: string | null;
  shortcut?: string;
  label?: string;
  /** It can’t be taken back: held for a second at site size. */
  final?: boolean;
}) => {
  const { children, onPress, main = false, why = null, shortcut, label, final = false } = props;
  const id = useId();
  return (
    <span className="inline-flex flex-col">
      {final ? (
        <HeldButton
          className={`button ${main ? 'button-main' : ''}`}
          disabled={why !== null}
          press={onPress}
          {...(label === undefined ? {} : { label })}
          {...(why === null ? {} : { describedBy: id })}
        >
          {children}
        </HeldButton>
      ) : (
        <button
          type="button"
          className={`button ${main ? 'button-main' : ''}`}
          aria-disabled={why !== null}
          aria-describedby={why === null ? undefined : id}
          aria-label={label}
          aria-keyshortcuts={shortcut}
          onClick={() => {
            if (why === null) onPress();
          }}
        >
          {children}
          {shortcut !== undefined && (
            <span className="key" aria-hidden="true">
              {shortcut}
            </span>
          )}
        </button>
      )}
      {why !== null && (
        <span id={id} className="mt-1 max-w-72 text-small text-ink-2">
          {why}
        </span>
      )}
    </span>
  );
};
