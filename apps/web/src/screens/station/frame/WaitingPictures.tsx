// Pictures that were taken here and are not at the desk yet.
import { counted } from '@green-lamp/core/quantity';
import type { Stream } from '@green-lamp/core/name';
import { Picture } from '../../../parts/Picture.tsx';
import { db } from '../../../store/db.ts';
import { useLiveQuery } from '../../../store/use-stream.ts';

export const WaitingPictures = ({ stream }: { stream: Stream }) => {
  const waiting =
    useLiveQuery(() => db.pictures.where('stream').equals(stream).toArray(), [stream])?.filter(({ waits }) => waits !== 0) ?? [];
  if (waiting.length === 0) return null;
  return (
    <section aria-label="Pictures that wait">
      <h2 className="text-note font-bold">{counted(waiting.length, 'picture waits', 'pictures wait')} to be sent</h2>
      <ul className="flex flex-col gap-2">
        {waiting.map(({ hash, step, waits }) => (
          <li key={hash} className="slip">
            <p className="text-note">
              {step}
              {waits === 2 && <strong> was not taken by the desk</strong>}
            </p>
            <Picture hash={hash} of={step} />
          </li>
        ))}
      </ul>
    </section>
  );
};
