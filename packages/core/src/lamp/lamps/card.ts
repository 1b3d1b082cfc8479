// Card: the number read from the card in use is the sheet's, and its PIN state is ready. A call that came this way only says that some card works.
import { inBlocks } from '../../sums/index.ts';
import type { PathUse } from '../../sheet/index.ts';
import { evidenceFor, type Judging, runsOf } from '../context.ts';
import { freshness } from '../freshness.ts';
import { reason } from '../reason.ts';
import { type Judged, judged } from '../result.ts';
import { readOf } from '../weigh.ts';
import { settle } from './readings.ts';

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
        because: [reason('card-other', { read: inBlocks(got), sheet: inBlocks(sheet) }, [number.evidence.entry])],
        on,
        next: reason('next-mend', { lamp: 'Card' }),
      };
    const because = [reason('card-read', { at: number.evidence.ord }, [number.evidence.entry]), ...saidPin];
    return word === null ? { is: 'marginal', because, on, next: reason('next-pin', {}) } : { is: 'proven', because, on };
  });
  if (result.is !== 'dark') return result;
  const call = evidenceFor(j, 'Call', use.path).find(
    (evidence) => freshness(j, 'Card', use, evidence).is === 'fresh' && freshness(j, 'Call', use, evidence).is !== 'stale',
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
