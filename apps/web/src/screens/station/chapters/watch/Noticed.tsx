// How long a dead station stays unnoticed, against what the client was promised and what the category allows.
import { wanted } from '@green-lamp/core/journal';
import type { Supervision } from '@green-lamp/core/lamp';
import { settingKey } from '@green-lamp/core/name';
import { inWords } from '@green-lamp/core/quantity';
import { isCategory, noticeTime, reportingTimes } from '@green-lamp/core/sums';
import { WorkedFigure } from '../../../../parts/WorkedFigure.tsx';
import type { Station } from '../../../../store/use-station.ts';

export const Noticed = ({ station, of: { every, late, grace } }: { station: Station; of: Supervision }) => {
  if (every === null || grace === null) return null;
  const worked = noticeTime({ every, late, grace });
  const promised = wanted(station.state, settingKey('desk', null, 'promised'));
  const category = wanted(station.state, settingKey('desk', null, 'category'));
  const head =
    worked.value === null
      ? 'When a dead station is noticed can’t be said'
      : (worked.least ?? 0) === 0
        ? `A dead station is noticed within ${inWords(grace)}`
        : `A dead station is noticed after ${inWords(worked.least ?? 0)} to ${inWords(grace)}`;
  const held = [
    typeof promised === 'number'
      ? `The client was promised ${inWords(promised)}: ${grace <= promised ? 'kept' : 'not kept'}.`
      : 'What the client was promised is not on the sheet.',
    isCategory(category)
      ? `Category ${category} of EN 50136-1 allows ${inWords(reportingTimes[category].primary)} (from memory): ${grace <= reportingTimes[category].primary ? 'met' : 'not met'}.`
      : '',
  ];
  return (
    <section aria-label="When it is noticed">
      <WorkedFigure worked={worked} head={head} />
      <p className="mt-1">{held.join(' ')}</p>
    </section>
  );
};
