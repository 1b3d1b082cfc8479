// Short ways to write a menu down: one prompt a line, in the device's own order.
import type { Json } from '../../name/index.ts';
import type { Prompt } from '../profile.ts';

type More = Omit<Prompt, 'id' | 'shows' | 'is' | 'setting'>;

/** The id of a prompt: its words in small letters. */
export const idOf = (shows: string): string =>
  shows
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 60);

const prompt =
  (is: Prompt['is']) =>
  (shows: string, setting: string | null = null, more: More = {}): Prompt => ({
    id: idOf(shows),
    shows,
    is,
    ...(setting === null ? {} : { setting }),
    ...more,
  });

export const type = prompt('type');
export const choose = prompt('choose');
export const press = prompt('press');
export const wait = prompt('wait');
/** A step beside the menu: noting, wiring, looking. */
export const step = prompt('do');
export const only = (setting: string, ...is: readonly Json[]): Pick<Prompt, 'only'> => ({ only: { setting, is } });

export const s = 1000;
export const min = 60 * s;
