// How often the desk may fail at one and the same thing before it goes to what was not accepted: one that it can't take must not hold up the rest.
const mostTries = 3;
const tried = new Map<string, number>();

/** Counts one more failure of `what`; true once it has been tried often enough, and then begins anew. */
export const givesUp = (what: string): boolean => {
  const times = (tried.get(what) ?? 0) + 1;
  if (times < mostTries) tried.set(what, times);
  else tried.delete(what);
  return times >= mostTries;
};
