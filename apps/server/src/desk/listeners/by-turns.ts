// Connections are heard by turns, for a few milliseconds between two rounds of the event loop: twenty that send at once hold up nobody longer than one does.
const longest = 2;
let waiting: (() => void)[] = [];
let due = false;

const round = (): void => {
  const began = performance.now();
  let next = 0;
  while (next < waiting.length && (next === 0 || performance.now() - began < longest)) waiting[next++]?.();
  waiting = waiting.slice(next);
  if (waiting.length > 0) setImmediate(round);
  else due = false;
};

/** Runs something in its turn, soon. */
export const byTurns = (run: () => void): void => {
  waiting.push(run);
  if (due) return;
  due = true;
  setImmediate(round);
};
