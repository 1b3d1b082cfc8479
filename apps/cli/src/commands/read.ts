import { foundLabels, readAnswer } from '@green-lamp/core/wire';
import type { Command } from '../command.ts';

export const read: Command = {
  name: 'read',
  takes: 'FILE',
  about:
    'Reads what a device answered (a modem’s AT dialogue, or the pairs of a status page) and prints what was found as JSON. Secrets are masked.',
  options: {},
  exits: '0 something was found, 1 nothing was found',
  run: (input) => {
    const { masked: _, ...rest } = readAnswer(new TextDecoder().decode(input));
    const found = rest.found.map((one) => ({ label: foundLabels[one.what], ...one }));
    return { exit: found.length > 0 ? 0 : 1, out: JSON.stringify({ ...rest, found }, null, 2) };
  },
};
