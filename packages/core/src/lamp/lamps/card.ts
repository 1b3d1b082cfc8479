// Card: the number of the card in use, captured or typed whole with the sheet's hidden, is the sheet's; and its PIN state was captured, or a call came this way since.
// A call alone only says that some card works; a number or a state that was only said makes it marginal.
import { inBlocks } from '../../sums/index.ts';
import type { PathUse } from '../../sheet/index.ts';
import { evidenceFor, type Judging, runsOf } from '../context.ts';
import { freshness } from '../freshness.ts';
import { reason } from '../reason.ts';
import { type Judged, judged } from '../result.ts';
import { factOf, readOf, weighed, type Weighed } from '../weigh.ts';
import { callDoubt } from './graded.ts';
import { settle } from './readings.ts';

const isBlind = ({ evidence }: Weighed): boolean => factOf(evidence.facts, 'blind') === true;

/** A call that came likely over the path after the number was read: the card that has that number is open. */
const calledSince = (j: Judging, use: PathUse, { evidence }: Weighed): Weighed | null =>
  weighed(j, 'Call', use).find(
    (one) =>
      one.evidence.what === 'call' &&
      one.evidence.ord > evidence.to &&
      one.fresh.is === 'fresh' &&
      freshness(j, 'Card', use, one.evidence).is === 'fresh' &&
      (one.evidence.place !== 'bench' || !j.state.everAtSite) &&
      callDoubt(j, use, one.evidence) === null,
  ) ?? null;

export const card = (j: Judging, use: PathUse): Judged => {
  const result = settle(j, 'Card', use, reason('next-card', {}), (read) => {
    const number = read.get('card.number');
    const pin = read.get('card.pin');
    const on = [number, pin].flatMap((one) => one ?? []);
    const word = pin === undefined ? null : String(readOf(pin.evidence).value);
    if (word !== null && word !== 'ready')
      return {
        is: 'failed',
        because: [reason('pin', { word }, pin === undefined ? [] : [pin.evidence.entry])],
        on,
        next: reason('next-mend', { lamp: 'Card' }),
      };
    const sheet = runsOf(j, 'sim', use.sim, 'iccid');
    const saidPin = word === null ? [] : [reason('pin', { word })];
    if (number === undefined) return { is: 'marginal', because: saidPin, on };
    if (typeof sheet !== 'string')
      return { is: 'marginal', because: [reason('card-no-sheet', {}), ...saidPin], on, next: reason('next-iccid', {}) };
    const got = String(readOf(number.evidence).value);
    if (got !== sheet)
      return {
        is: 'failed',
        // Typed with the sheet's hidden, the sheet's is not told: it could be typed after that.
        because: [
          isBlind(number)
            ? reason('card-differs', { read: inBlocks(got) }, [number.evidence.entry])
            : reason('card-other', { read: inBlocks(got), sheet: inBlocks(sheet) }, [number.evidence.entry]),
        ],
        on,
        next: reason('next-mend', { lamp: 'Card' }),
      };
    const because = [reason('card-read', { at: number.evidence.ord, blind: isBlind(number) }, [number.evidence.entry]), ...saidPin];
    if (number.evidence.by === 'word')
      return { is: 'marginal', because: [...because, reason('card-typed', {})], on: [number], next: reason('next-card', {}) };
    if (pin?.evidence.by === 'device') return { is: 'proven', because, on };
    const call = calledSince(j, use, number);
    if (call !== null)
      return {
        is: 'proven',
        because: [...because, reason('card-called', { at: call.evidence.ord }, [call.evidence.entry])],
        on: [number, call],
      };
    return { is: 'marginal', because, on: [number], next: reason('next-pin', {}) };
  });
  if (result.is !== 'dark') return result;
  const call = evidenceFor(j, 'Call', use.path).find(
    (evidence) =>
      callDoubt(j, use, evidence) === null &&
      freshness(j, 'Card', use, evidence).is === 'fresh' &&
      freshness(j, 'Call', use, evidence).is !== 'stale',
  );
  return call === undefined
    ? result
    : judged('marginal', [reason('some-card', {}, [call.entry])], {
        next: reason('next-card', {}),
        stands: [call.entry],
        simulated: call.simulated,
        rehearsal: result.rehearsal,
      });
};
