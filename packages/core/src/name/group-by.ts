/** Groups in the order in which their first member comes. (Node 20 has no Map.groupBy.) */
export const groupedBy = <T, K>(of: readonly T[], key: (one: T) => K): ReadonlyMap<K, readonly T[]> => {
  const groups = new Map<K, T[]>();
  for (const one of of) {
    const name = key(one);
    const there = groups.get(name);
    if (there === undefined) groups.set(name, [one]);
    else there.push(one);
  }
  return groups;
};
