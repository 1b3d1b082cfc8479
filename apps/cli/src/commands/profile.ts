import { sentence } from '@green-lamp/core/problem';
import { askedBy, profileShape } from '@green-lamp/core/sheet';
import { BadUse, type Command } from '../command.ts';

export const profile: Command = {
  name: 'profile',
  takes: 'FILE',
  about: 'Judges an equipment profile and prints how many prompts and settings it has, or every problem with its path, as JSON.',
  options: {},
  exits: '0 it is sound, 1 it is not',
  run: (input) => {
    let raw: unknown;
    try {
      raw = JSON.parse(new TextDecoder().decode(input));
    } catch {
      return new BadUse('it is not JSON.');
    }
    const parsed = profileShape(raw, '');
    if (!parsed.ok)
      return {
        exit: 1,
        out: JSON.stringify(
          {
            ok: false,
            problems: parsed.problems.map((of) => ({ path: of.path, says: sentence(of, of.path === '' ? 'The profile' : of.path) })),
          },
          null,
          2,
        ),
      };
    const { id, version, name, menu = [] } = parsed.value;
    return {
      exit: 0,
      out: JSON.stringify({ ok: true, id, version, name, prompts: menu.length, settings: askedBy(parsed.value).length }, null, 2),
    };
  },
};
