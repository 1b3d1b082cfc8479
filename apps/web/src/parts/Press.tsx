// A button that can say why it can't: it stays reachable, and the reason stands beside it for everybody.
import { type ReactNode, useId } from 'react';

export const Press = (props: {
  children: ReactNode;
  onPress: () => void;
  main?: boolean;
  why?: string | null;
  shortcut?: string;
  label?: string;
}) => {
  const { children, onPress, main = false, why = null, shortcut, label } = props;
  const id = useId();
  return (
    <span className="inline-flex flex-col">
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
      {why !== null && (
        <span id={id} className="mt-1 max-w-72 text-small text-ink-2">
          {why}
        </span>
      )}
    </span>
  );
};
