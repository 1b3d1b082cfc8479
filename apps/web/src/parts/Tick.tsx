/** A box to tick with a glove: the whole line is the target. */
export const Tick = ({ done, press, children }: { done: boolean; press: () => void; children: React.ReactNode }) => (
  <button type="button" role="checkbox" aria-checked={done} className="flex min-h-11 w-full items-center gap-3 text-left" onClick={press}>
    <span aria-hidden="true" className="grid h-7 w-7 shrink-0 place-items-center border-2 border-field text-head font-bold">
      {done ? '✓' : ''}
    </span>
    <span className="grow">{children}</span>
  </button>
);
