// Every value that was found, held against the sheet, each to be taken or left; and what was not understood.
import { useState } from 'react';
import { counted, showFigure } from '@green-lamp/core/quantity';
import { readingOf } from '@green-lamp/core/evidence';
import { answerWords, definitionOf, showValue } from '@green-lamp/core/sheet';
import { imeiInBlocks, inBlocks } from '@green-lamp/core/sums';
import { type Offer, offersOf } from '@green-lamp/core/walk';
import { foundLabels, readAnswer } from '@green-lamp/core/wire';
import { type ElementId, lampWords, plainText } from '@green-lamp/core/name';
import { type Taking, takingName } from '../../../../commands/take.ts';
import type { Station } from '../../../../store/use-station.ts';

const valueWords = ({ found }: Offer): string => {
  const { what, value, in: measure, level } = found;
  if (what === 'card.number') return inBlocks(plainText(value));
  if (what === 'modem.imei') return imeiInBlocks(plainText(value));
  if (typeof value !== 'number' || measure === null) return String(value);
  return level === null || (level.least !== null && level.most !== null)
    ? showFigure(value, measure)
    : `${showFigure(value, measure)} or ${level.least === null ? 'less' : 'more'}`;
};

const sheetWords = ({ compared, reading }: Offer): string =>
  compared === null
    ? reading === null
      ? 'no setting on the sheet'
      : ''
    : compared.is === 'differs'
      ? `differs: the sheet says ${showValue(definitionOf(compared.key), compared.sheet)}`
      : compared.is === 'equal'
        ? 'equal to the sheet'
        : 'not on the sheet';

type Way = { readonly as: Taking; readonly label: string; readonly of: string };
/** How one offer may be taken. What a virtual modem says is never read back on to a device, nor is its trouble ours. */
export const waysOf = (offer: Offer, simulated: boolean): Way[] => [
  ...(offer.reading === null
    ? []
    : [{ as: 'reading' as const, label: 'Save reading', of: readingOf(offer.reading.what)?.label ?? 'reading' }]),
  ...(offer.compared === null || (simulated && offer.compared.take === 'readBack')
    ? []
    : offer.compared.take === 'readBack'
      ? [{ as: 'sheet' as const, label: 'Take as read back', of: foundLabels[offer.found.what] }]
      : offer.compared.is === 'equal'
        ? []
        : [{ as: 'sheet' as const, label: 'Put on the sheet', of: foundLabels[offer.found.what] }]),
  ...(offer.trouble === null || simulated
    ? []
    : [{ as: 'trouble' as const, label: `${lampWords[offer.trouble.lamp]} fails`, of: foundLabels[offer.found.what] }]),
];

const Row = ({
  offer,
  taken,
  take,
  simulated,
}: {
  offer: Offer;
  taken: ReadonlySet<string>;
  take: (offer: Offer, as: Taking) => void;
  simulated: boolean;
}) => {
  const { found, compared } = offer;
  return (
    <tr className="border-b border-rule align-top">
      <td className="py-2 pr-3 text-small text-ink-2">{found.line}</td>
      <th scope="row" className="py-2 pr-3 text-left font-normal">
        {foundLabels[found.what]}
        {found.of !== '' && <span className="block text-small text-ink-2">{found.of}</span>}
      </th>
      <td className="py-2 pr-3 break-words">
        <span className="mono">{valueWords(offer)}</span>
        {found.note !== '' && <span className="block text-small break-words text-ink-2">{found.note}</span>}
        {!found.sure && <span className="block text-small font-semibold">not sure: hold it against the device</span>}
      </td>
      <td
        className={`py-2 pr-3 text-note ${compared?.is === 'differs' ? 'font-semibold underline decoration-2 underline-offset-4' : 'text-ink-2'}`}
      >
        {sheetWords(offer)}
      </td>
      <td className="py-1">
        <span className="flex flex-wrap gap-2">
          {waysOf(offer, simulated).map(({ as, label, of }) =>
            taken.has(takingName(offer, as)) ? (
              <span key={as} className="flex min-h-11 items-center text-note">
                Taken
              </span>
            ) : (
              <button
                key={as}
                type="button"
                className="button"
                aria-label={`${label}: ${of}`}
                onClick={() => {
                  take(offer, as);
                }}
              >
                {label}
              </button>
            ),
          )}
        </span>
      </td>
    </tr>
  );
};

/** Rows that are drawn at once. */
const page = 150;

export const Offers = ({
  station,
  path,
  text,
  simulated,
  taken,
  take,
}: {
  station: Station;
  path: ElementId | null;
  text: string;
  simulated: boolean;
  taken: ReadonlySet<string>;
  take: (taking: readonly { offer: Offer; as: Taking }[]) => void;
}) => {
  const [most, setMost] = useState(page);
  const read = readAnswer(text, answerWords(station.rules.profiles));
  const offers = offersOf(station.state, path, read);
  const readings = offers.filter((offer, i) => {
    const same = offers.findLastIndex((other) => other.reading !== null && other.reading.what === offer.reading?.what);
    return offer.reading !== null && offer.found.sure && same === i && !taken.has(takingName(offer, 'reading'));
  });
  return (
    <section aria-label="What was found" className="flex flex-col gap-2">
      <div className="flex flex-wrap items-center gap-3">
        <h3 className="font-bold">
          {read.found.length} found in {counted(read.lines, 'line')}
          {simulated && ', simulated'}
        </h3>
        <span className="grow" />
        {readings.length > 1 && (
          <button
            type="button"
            className="button"
            onClick={() => {
              take(readings.map((offer) => ({ offer, as: 'reading' })));
            }}
          >
            Take all {counted(readings.length, 'reading')}
          </button>
        )}
      </div>
      {offers.length > 0 && (
        <table className="w-full border-collapse">
          <thead>
            <tr className="border-b border-rule-2 text-left text-small text-ink-2">
              <th className="py-1 pr-3 font-semibold">Line</th>
              <th className="pr-3 font-semibold">What</th>
              <th className="pr-3 font-semibold">The device says</th>
              <th className="pr-3 font-semibold">The sheet</th>
              <th className="font-semibold">Save</th>
            </tr>
          </thead>
          <tbody>
            {offers.slice(0, most).map((offer, i) => (
              <Row
                key={i}
                offer={offer}
                taken={taken}
                simulated={simulated}
                take={(of, as) => {
                  take([{ offer: of, as }]);
                }}
              />
            ))}
          </tbody>
        </table>
      )}
      {read.notUnderstood.length > 0 && (
        <details open={read.notUnderstood.length <= 8}>
          <summary className="flex min-h-11 items-center font-semibold">
            {counted(read.notUnderstood.length, 'line was', 'lines were')} not understood
          </summary>
          <ol className="max-h-80 overflow-y-auto" tabIndex={0} aria-label="Lines that were not understood">
            {read.notUnderstood.slice(0, most).map(({ line, text: of }, i) => (
              <li key={i} className="mono border-b border-rule py-1 break-all">
                <span className="mr-3 text-small text-ink-2">{line}</span>
                {of}
              </li>
            ))}
          </ol>
        </details>
      )}
      {Math.max(offers.length, read.notUnderstood.length) > most && (
        <button
          type="button"
          className="button self-start"
          onClick={() => {
            setMost(most + page);
          }}
        >
          Show more of {Math.max(offers.length, read.notUnderstood.length)}
        </button>
      )}
    </section>
  );
};
