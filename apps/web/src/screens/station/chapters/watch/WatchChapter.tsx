// Watch: that the unit calls when nobody is there, when its silence is noticed, and who is called then. At somebody else's desk: what they say of its tests.
import { deskStream } from '@green-lamp/core/name';
import { sayReason, supervision, verdictWords } from '@green-lamp/core/lamp';
import { LampMark } from '../../../../parts/LampMark.tsx';
import { inWords } from '@green-lamp/core/quantity';
import { useNow, useStream } from '../../../../store/use-stream.ts';
import { isElsewhere } from '../../../../commands/on-test.ts';
import { useChapter } from '../../door.ts';
import { CheckIns } from './CheckIns.tsx';
import { Lapses } from './Lapses.tsx';
import { Noticed } from './Noticed.tsx';
import { WatchBar } from './WatchBar.tsx';
import { WatchElsewhere } from './WatchElsewhere.tsx';
import { Windows } from './Windows.tsx';

export const WatchChapter = () => {
  const station = useChapter();
  const now = useNow(1000);
  const downs = useStream(deskStream)?.state.downs ?? [];
  const of = supervision(station.state, station.beside?.heard ?? [], now, downs);
  const watch = station.line.after.find(({ lamp }) => lamp === 'Watch');
  const elsewhere = isElsewhere(station);
  return (
    <div className="flex flex-col gap-5 px-5 pt-3 pb-6">
      <h2 className="sr-only">Watch</h2>
      {elsewhere ? <WatchElsewhere station={station} /> : <WatchBar station={station} of={of} now={now} />}
      {!elsewhere && <Lapses station={station} />}
      {!elsewhere && <Windows station={station} of={of} now={now} downs={downs} />}
      {of.quiet !== null && (
        <p role="status" className={of.quiet.from <= now ? 'border-l-4 border-ink pl-2 font-semibold' : 'text-ink-2'}>
          Its own rhythm: nine gaps in ten are at most {inWords(of.quiet.usual)}.{' '}
          {of.quiet.from <= now
            ? `It is quieter than usual: nothing since ${station.speaker.when(of.quiet.since)}. Nobody is sent for that; its window has not ended.`
            : `Quieter than usual from ${station.speaker.when(of.quiet.from)}, if nothing comes.`}
        </p>
      )}
      {!elsewhere && <Noticed station={station} of={of} />}
      {!elsewhere && <CheckIns station={station} now={now} />}
      {watch !== undefined && (
        <section aria-label="What Watch stands on" className="flex items-start gap-3">
          <LampMark is={watch.is} size={24} simulated={watch.simulated} />
          <p>
            <strong>
              Watch {verdictWords[watch.is]}
              {watch.rehearsal && ', bench'}.
            </strong>{' '}
            {watch.because.map((reason) => sayReason(reason, station.speaker)).join(' ')}
          </p>
        </section>
      )}
    </div>
  );
};
