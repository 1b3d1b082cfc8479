// Puts a setting back that is otherwise for the time being only: wanted again, then to be entered and in force as any other.
import { standing } from '@green-lamp/core/journal';
import type { OpenTemporary } from '@green-lamp/core/walk';
import { append } from '../store/append.ts';
import type { Station } from '../store/use-station.ts';
import type { Command } from './command.ts';

export const putBack: Command<{ station: Station; of: OpenTemporary }> = {
  key: 'U',
  label: ({ station, of }) => `Put back ${station.speaker.value(of.key, of.ends)}`,
  run: ({ station, of }, go) => {
    if (of.back) return 'It is put back on the sheet: enter it on its device, and have it in force.';
    if (go !== undefined) {
      const over = standing(station.state, of.key)?.pos.id ?? null;
      void append(station.stream, [
        { kind: 'setting.set', data: { key: of.key, value: of.ends, origin: 'typed', simulated: false, over } },
      ]);
      go();
    }
    return null;
  },
};
