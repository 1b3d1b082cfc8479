// The page is locked: a PIN opens it, by keys that a glove hits. Nothing of what it covers is drawn.
import { useEffect, useState } from 'react';
import { isPin } from '@green-lamp/core/wire';
import { forget, mostTries, tryPin } from '../../store/pin.ts';

const keys = ['1', '2', '3', '4', '5', '6', '7', '8', '9'] as const;

export const LockScreen = () => {
  const [typed, setTyped] = useState('');
  const [left, setLeft] = useState<number | null>(null);
  const open = (): void => {
    if (!isPin(typed)) return;
    setLeft(tryPin(typed));
    setTyped('');
  };
  useEffect(() => {
    const press = ({ key }: KeyboardEvent): void => {
      if (/^\d$/.test(key)) setTyped((was) => `${was}${key}`.slice(0, 10));
      if (key === 'Backspace') setTyped((was) => was.slice(0, -1));
    };
    window.addEventListener('keydown', press);
    return () => {
      window.removeEventListener('keydown', press);
    };
  }, []);
  return (
    <main className="flex h-full flex-col items-center justify-center gap-4 bg-ground p-4">
      <h1 className="text-head font-bold">Locked</h1>
      <p aria-live="polite">
        {left === null
          ? 'Your PIN opens it.'
          : `Wrong. ${left === 1 ? 'One try is' : `${left} tries are`} left of ${mostTries}; then it takes your password.`}
      </p>
      <p className="mono min-h-8 text-timer" role="status" aria-label={`${typed.length} digits typed`}>
        {'•'.repeat(typed.length)}
      </p>
      <form
        className="grid grid-cols-3 gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          open();
        }}
      >
        {keys.map((key) => (
          <button
            key={key}
            type="button"
            className="button h-16 w-20 text-head"
            onClick={() => {
              setTyped((was) => `${was}${key}`.slice(0, 10));
            }}
          >
            {key}
          </button>
        ))}
        <button
          type="button"
          className="button h-16 w-20"
          onClick={() => {
            setTyped((was) => was.slice(0, -1));
          }}
        >
          Back
        </button>
        <button
          type="button"
          className="button h-16 w-20 text-head"
          onClick={() => {
            setTyped((was) => `${was}0`.slice(0, 10));
          }}
        >
          0
        </button>
        <button type="submit" className="button button-main h-16 w-20">
          Open
        </button>
      </form>
      <button type="button" className="quiet" onClick={forget}>
        By password instead: this needs the desk
      </button>
    </main>
  );
};
