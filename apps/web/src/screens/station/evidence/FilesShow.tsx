// Reach by a maker's own program: the files before and after that this station keeps, and the values in which they differ.
import { useState } from 'react';
import { fileChanges, readDeviceFile } from '@green-lamp/core/walk';
import { Choose } from '../../../parts/Field.tsx';
import { Press } from '../../../parts/Press.tsx';
import { append } from '../../../store/append.ts';
import { keptText } from '../../../store/blobs.ts';
import { tell } from '../../../store/live.ts';
import type { Station } from '../../../store/use-station.ts';
import { useLiveQuery } from '../../../store/use-stream.ts';

export const FilesShow = ({ station }: { station: Station }) => {
  const newest = (when: 'before' | 'after') =>
    Object.values(station.state.files)
      .filter((file) => file.when === when && file.text !== null)
      .sort((a, b) => b.pos.ord - a.pos.ord)[0]?.text ?? null;
  const [before, after] = [newest('before'), newest('after')];
  const texts = useLiveQuery(
    async () => (before === null || after === null ? null : [await keptText(before), await keptText(after)]),
    [before, after],
  );
  const [name, setName] = useState('');
  if (before === null || after === null)
    return (
      <p className="text-note text-ink-2">
        Changed by a maker’s own program? Keep its file before and after (Bench, Files); what differs can then be taken here.
      </p>
    );
  const [was, is] = texts ?? [null, null];
  const changes =
    was == null || is == null
      ? []
      : fileChanges(readDeviceFile(was), readDeviceFile(is)).filter((one) => one.was !== null && one.is !== null);
  const chosen = changes.find((one) => one.name === name);
  return (
    <div className="flex flex-col gap-2">
      <Choose
        label="Value that was changed from afar"
        value={name}
        change={setName}
        empty={changes.length === 0 ? 'the files do not differ' : 'choose'}
        of={changes.map((one) => ({ value: one.name, label: `${one.name}: ${one.was ?? ''} → ${one.is ?? ''}` }))}
      />
      <Press
        why={chosen === undefined ? 'Choose the value in which the files differ.' : null}
        onPress={() => {
          if (chosen?.was == null || chosen.is === null) return;
          append(station.stream, [
            { kind: 'change.shown', data: { name: chosen.name, was: chosen.was, now: chosen.is, before, after } },
          ]).catch(tell);
        }}
      >
        The files show the change
      </Press>
    </div>
  );
};
