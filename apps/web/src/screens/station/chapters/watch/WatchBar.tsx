// Whether a silence sends somebody now, who is called, and for how long nobody is.
import { useState } from 'react';
import { Link } from 'react-router';
import type { Supervision } from '@green-lamp/core/lamp';
import { instant, inWords } from '@green-lamp/core/quantity';
import { muteWatch, unmuteWatch } from '../../../../commands/watch.ts';
import { Choose } from '../../../../parts/Field.tsx';
import { SayWindow, type Saying } from '../../../../parts/SayWindow.tsx';
import { deviceNow } from '../../../../store/device.ts';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';

const day = 86_400_000;
const lasting = [1, 3, 7, 30, 90, 180].map((days) => ({ value: String(days), label: inWords(days * day) }));

const stands: { readonly [I in Supervision['is']]: string } = {
  armed: 'Armed.',
  off: 'Not armed.',
  'on test': 'On test.',
  muted: 'Muted.',
  elsewhere: 'At another desk.',
  'no window': 'Nothing to watch by.',
  closed: 'Shut for the winter.',
};

const says = (station: Station, of: Supervision): string => {
  const called = of.called.length === 0 ? 'nobody is named' : of.called.join(', then ');
  switch (of.is) {
    case 'armed':
      return `A silence is entered in the moment its window ends; to call: ${called}${of.holiday === null ? '' : `, since it is a holiday until ${station.speaker.when(of.holiday)}`}.`;
    case 'off':
      return 'Nobody notices a dead station: arm its supervision on the sheet, at the desk.';
    case 'on test':
      return 'While it is on test a silence sends nobody.';
    case 'muted':
      return `A silence sends nobody until ${station.speaker.when(station.state.muted?.until ?? 0)}: ${station.state.muted?.reason ?? ''}.`;
    case 'elsewhere':
      return 'Nothing arrives here by itself.';
    case 'closed':
      return `By the sheet nothing is expected before ${station.speaker.when(of.season.until ?? 0)}: the winter has no window of its own.`;
    case 'no window':
      return 'The sheet does not say after what silence somebody is sent, or nothing has come yet.';
  }
};

export const WatchBar = ({ station, of, now }: { station: Station; of: Supervision; now: number }) => {
  const [days, setDays] = useState('7');
  const [saying, setSaying] = useState<Saying | null>(null);
  const muted = station.state.muted !== null && station.state.muted.until > now;
  return (
    <section aria-label="Whether it is watched" className="flex flex-wrap items-end gap-3 border-b border-rule-2 pb-3">
      <p className="min-w-52 grow basis-0" role="status">
        <strong>{stands[of.is]}</strong> {says(station, of)}{' '}
        <Link className="link" to={`/stations/${station.stream}/sheet?at=desk`}>
          Its settings at the desk
        </Link>
      </p>
      {muted ? (
        <button type="button" className="button" onClick={() => void unmuteWatch(station).catch(tell)}>
          Watch it again
        </button>
      ) : (
        <>
          <div className="w-36">
            <Choose label="For" value={days} of={lasting} change={setDays} />
          </div>
          <button
            type="button"
            className="button"
            onClick={() => {
              setSaying({
                title: 'Nobody is sent for a silence',
                label: 'Why: a season, works at the site',
                must: true,
                button: 'Mute it',
                say: (reason) => void muteWatch(station, instant(deviceNow() + Number(days) * day), reason).catch(tell),
              });
            }}
          >
            Mute…
          </button>
        </>
      )}
      {saying !== null && <SayWindow saying={saying} close={() => setSaying(null)} />}
    </section>
  );
};
