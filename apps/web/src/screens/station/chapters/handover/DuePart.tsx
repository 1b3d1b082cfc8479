// What is due after the handover: what ends, and which proof grows too old; as a list and as a calendar file.
import { judging, ringAfter } from '@green-lamp/core/lamp';
import { lampWords } from '@green-lamp/core/name';
import { type Instant, instant } from '@green-lamp/core/quantity';
import { type Due, dueList } from '@green-lamp/core/walk';
import { Empty } from '../../../../parts/State.tsx';
import { calendarText, type DueDay } from '../../../../store/calendar.ts';
import { tell } from '../../../../store/live.ts';
import type { Station } from '../../../../store/use-station.ts';
import { handOut } from './journal-file.ts';

const tooOld = 'By the house rules that the station follows its proof is too old from then on.';
const wordsOf = (due: Due): { id: string; what: string; why: string } => {
  switch (due.is) {
    case 'ring':
      return {
        id: 'ring',
        what: 'Ring the other desk: did the tests come by themselves?',
        why: 'Nobody here hears them: Watch stands on what they say.',
      };
    case 'end':
      return {
        id: due.key,
        what: `${due.what}: ${due.kind} ends`,
        why: due.renews === '' ? 'From the sheet.' : `From the sheet; ${due.renews} renews it.`,
      };
    case 'tunnel':
      return { id: `tunnel-${due.name}`, what: `${due.name}: to be asked through again, both ways`, why: tooOld };
    case 'proof':
      return {
        id: `${due.lamp}-${due.path ?? ''}`,
        what: `${lampWords[due.lamp]}${due.path === null ? '' : `, ${due.path}`}: to be proved again`,
        why: tooOld,
      };
  }
};

const ringOf = (station: Station): Instant | null => {
  const after = ringAfter(judging(station.state, { ...station.rules, heard: station.beside?.heard ?? [], now: station.now }));
  return after === null ? null : instant(after);
};

export const DuePart = ({ station }: { station: Station }) => {
  const list = dueList(station.state, station.line, { now: station.now, zone: station.zone, ring: ringOf(station) });
  const name = station.state.station?.name ?? '';
  const save = (): void => {
    const days = list.map((due): DueDay => {
      const { id, what, why } = wordsOf(due);
      return { id: `${station.stream}-${id}@green-lamp`, day: due.day, what: `${name}: ${what}`, why };
    });
    calendarText(days)
      .then((text) => {
        handOut('due.ics', text, 'text/calendar');
      })
      .catch(tell);
  };
  return (
    <section aria-label="What is due">
      {list.length === 0 ? (
        <Empty>Nothing on the sheet ends on a known day, and no proof has a day from which it is too old.</Empty>
      ) : (
        <>
          <button type="button" className="button mb-2" onClick={save}>
            Save as a calendar
          </button>
          <ul>
            {list.map((due) => {
              const { what, why } = wordsOf(due);
              return (
                <li key={`${due.day}${what}`} className="flex flex-wrap gap-x-4 border-b border-rule py-2">
                  <span className="mono w-28">{due.day}</span>
                  <span className="min-w-0 grow basis-60 wrap-anywhere">
                    <b>{what}</b> <span className="block text-note text-ink-2">{why}</span>
                  </span>
                </li>
              );
            })}
          </ul>
        </>
      )}
    </section>
  );
};
