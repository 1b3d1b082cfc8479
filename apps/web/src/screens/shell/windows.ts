// Windows over the page that are fetched when they are opened, or before, once the page has nothing else to do.
import { type ComponentType, lazy } from 'react';

const load = {
  delivery: async () => ({ default: (await import('./DeliveryWindow.tsx')).DeliveryWindow }),
  find: async () => ({ default: (await import('./FindWindow.tsx')).FindWindow }),
  keys: async () => ({ default: (await import('./KeysWindow.tsx')).KeysWindow }),
  signIn: async () => ({ default: (await import('../people/SignInWindow.tsx')).SignInWindow }),
  account: async () => ({ default: (await import('../people/AccountWindow.tsx')).AccountWindow }),
  person: async () => ({ default: (await import('../people/PersonWindow.tsx')).PersonWindow }),
  lock: async () => ({ default: (await import('./LockScreen.tsx')).LockScreen }),
  newer: async () => ({ default: (await import('./Newer.tsx')).Newer }),
} as const satisfies { readonly [name: string]: () => Promise<{ default: ComponentType<never> }> };

export const DeliveryWindow = lazy(load.delivery);
export const FindWindow = lazy(load.find);
export const KeysWindow = lazy(load.keys);
export const SignInWindow = lazy(load.signIn);
export const AccountWindow = lazy(load.account);
export const PersonWindow = lazy(load.person);
export const LockScreen = lazy(load.lock);
export const Newer = lazy(load.newer);
export const windowLoads: readonly (() => Promise<unknown>)[] = Object.values(load);
