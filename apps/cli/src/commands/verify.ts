import { isZip, sayBundleFault, sayFault, verifyBundle, verifyJournal } from '@green-lamp/core/journal';
import { BadUse, type Command } from '../command.ts';

export const verify: Command = {
  name: 'verify',
  takes: 'JOURNAL.json|BUNDLE.zip',
  about:
    'Judges a station’s exported journal: every entry, the chain over them, and the head at its end. Of a bundle it judges every file besides, and says which is not whole.',
  options: {
    head: {
      takes: 'HEX',
      about:
        'the chain’s head as a record printed it, at least its first 12 characters: without it a tail that was cut off cleanly does not show',
    },
  },
  exits: '0 it is sound, 1 it is not',
  run: (input, { head }) => {
    if (head !== undefined && !/^[0-9a-f]{12,64}$/i.test(head)) return new BadUse('--head takes 12 to 64 hexadecimal characters.');
    if (isZip(input)) {
      const bundle = verifyBundle(input, head ?? null);
      if (!bundle.ok) return { exit: 1, out: sayBundleFault(bundle) };
      const files = Object.keys(bundle.files).length;
      return {
        exit: 0,
        out: `Whole: ${bundle.stream}, ${files} files, ${bundle.kept} kept and ${bundle.waiting} waiting, head ${bundle.head}.`,
      };
    }
    const verified = verifyJournal(input, head ?? null);
    if (!verified.ok) return { exit: 1, out: sayFault(verified) };
    const { kept, waiting, stream } = verified;
    return { exit: 0, out: `Sound: ${stream}, ${kept} kept and ${waiting} waiting, head ${verified.head}.` };
  },
};
