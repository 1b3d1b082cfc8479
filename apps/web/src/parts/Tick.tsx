/** A box to tick with a glove: the whole line is the target. Held, it stays reachable and does nothing; what holds it stands beside it. */
export const Tick = ({
  done,
  press,
  held = false,
  children,
}: {
  done: boolean;
  press: () => void;
  held?: boolean;
  children: React.ReactNode;
}) => (
  <button
    type="button"
    role="checkbox"
    aria-checked={done}
    aria-disabled={held}
    className="flex min-h-11 w-full items-center gap-3 text-left"
    onClick={() => {
      if (!held) press();
    }}
  >
    <span
      aria-hidden="true"
      className={`grid h-7 w-7 shrink-0 place-items-center border-2 text-head font-bold ${held ? 'border-dashed border-rule-2' : 'border-field'}`}
    >
      {done ? '✓' : ''}
    </span>
    <span className="grow">{children}</span>
  </button>
);
