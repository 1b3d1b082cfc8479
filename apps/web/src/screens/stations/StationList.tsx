// The rows of the list: only those in view are drawn, so that ten thousand are as quick as ten.
import { useEffect, useRef, type RefObject } from 'react';
import { Link } from 'react-router';
import { inWords, isoText } from '@green-lamp/core/quantity';
import { useVirtualizer } from '@tanstack/react-virtual';
import { RowStrip } from '../../parts/circuit/FlatCircuit.tsx';
import { SmallCircuit } from '../../parts/circuit/SmallCircuit.tsx';
import { hand, useMedia } from '../../parts/use-media.ts';
import type { Summary } from '@green-lamp/core/api';
import type { Listed } from './use-listed.ts';

const mark = (summary: Summary): string => {
  if (summary.line.station === 'proven') return 'proven';
  if (summary.urgent) return 'needs attention';
  return summary.who === 'the clock' ? 'the clock runs' : 'work in hand';
};

const Row = ({ summary, inHand }: { summary: Summary; inHand: boolean }) => {
  const waits = summary.waits.map(({ whom, count, chaseOn, late }) => (
    <span key={whom} className={`block ${late ? 'font-semibold text-ink' : ''}`}>
      waits for {whom}: {count}
      {late && chaseOn !== null && `, to chase since ${chaseOn}`}
    </span>
  ));
  const about = (
    <span className="text-small text-ink-2">
      {mark(summary)}
      {summary.demo && ' · demo'}
      {summary.drill !== null && <strong className="text-ink"> · a drill of {summary.drill} is open: cable still out?</strong>}
      {summary.ended?.wants != null && <strong className="min-w-0 wrap-anywhere"> · {summary.ended.wants}</strong>}
      {summary.onTest !== null && (
        <strong className="text-ink">
          {' '}
          · {summary.onTest.overdue ? 'still on test: ring the desk' : `on test until ${isoText(summary.onTest.until).slice(11, 16)} UTC`}
        </strong>
      )}
      {summary.temporary.length > 0 && <strong className="text-ink"> · for the time being: {summary.temporary.join(', ')}</strong>}
      {summary.quiet !== null &&
        ` · quieter than usual: nothing since ${isoText(summary.quiet.since).slice(11, 16)} UTC, mostly every ${inWords(summary.quiet.usual)}`}
      {summary.visit !== null && ` · visit on ${summary.visit}`}
      {summary.ring !== null && ` · ring the other desk after ${isoText(summary.ring).slice(0, 16).replace('T', ' ')} UTC`}
      {summary.strange && ' · has entries from a newer version'}
    </span>
  );
  return (
    <div className={`border-b border-rule ${summary.urgent ? 'bg-sheet-2 shadow-[inset_6px_0_0_var(--ink)]' : ''}`}>
      {inHand ? (
        <Link to={`/stations/${summary.stream}/sheet`} className="flex flex-col gap-1 px-4 py-2 wrap-anywhere">
          <span className="flex items-baseline gap-3">
            <span className="min-w-0 grow text-base leading-tight font-bold">{summary.name}</span>
            <span className="text-small text-ink-2">{summary.who}</span>
          </span>
          <RowStrip line={summary.line} />
          <span className="text-note">{summary.next}</span>
          {waits.length > 0 && <span className="text-small text-ink-2">{waits}</span>}
          {about}
        </Link>
      ) : (
        <Link to={`/stations/${summary.stream}/sheet`} className="station-grid min-h-[70px] items-center px-6 py-2 wrap-anywhere">
          <span>
            <span className="block text-base leading-tight font-bold">{summary.name}</span>
            {about}
          </span>
          <SmallCircuit line={summary.line} />
          <span className="station-next text-note">{summary.next}</span>
          <span className="station-who text-small text-ink-2">
            {summary.who}
            {waits}
          </span>
        </Link>
      )}
    </div>
  );
};

const usual = 74;
/** Rows that are drawn beyond the view, so that a quick hand and a keyboard find them there. */
const beyond = 30;

export const StationList = ({
  listed,
  look,
  view,
}: {
  listed: Listed;
  look: (first: number, last: number) => void;
  view: RefObject<HTMLDivElement | null>;
}) => {
  const inHand = useMedia(hand);
  const above = useRef<HTMLUListElement>(null);
  // eslint-disable-next-line react-hooks/incompatible-library -- no compiler memoizes here
  const rows = useVirtualizer({
    count: listed.total,
    getScrollElement: () => view.current,
    estimateSize: () => usual,
    overscan: beyond,
    scrollMargin: above.current?.offsetTop ?? 0,
  });
  const shown = rows.getVirtualItems();
  const [first, last] = [shown[0]?.index ?? 0, shown.at(-1)?.index ?? 0];
  useEffect(() => {
    look(first, last);
  }, [look, first, last]);
  return (
    <ul ref={above} className="relative" style={{ height: rows.getTotalSize() }}>
      {shown.map(({ index, start, key }) => {
        const summary = listed.at(index);
        return (
          <li
            key={key}
            ref={rows.measureElement}
            data-index={index}
            aria-posinset={index + 1}
            aria-setsize={listed.total}
            className="absolute inset-x-0 top-0"
            style={{ transform: `translateY(${start - rows.options.scrollMargin}px)` }}
          >
            {summary === null ? (
              <p className="min-h-[70px] px-6 py-6 text-ink-2">Asking the desk…</p>
            ) : (
              <Row summary={summary} inHand={inHand} />
            )}
          </li>
        );
      })}
    </ul>
  );
};
