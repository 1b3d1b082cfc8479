// The few things of a browser that the store stands on, for tests in Node: a database, a small store, no locks.
import 'fake-indexeddb/auto';

const kept = new Map<string, string>();
Object.assign(globalThis, {
  localStorage: {
    getItem: (name: string) => kept.get(name) ?? null,
    setItem: (name: string, value: string) => void kept.set(name, value),
    removeItem: (name: string) => void kept.delete(name),
    clear: () => kept.clear(),
  },
  matchMedia: () => ({ matches: false }),
});
