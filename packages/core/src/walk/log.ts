// The log of somebody else's desk, as they export it: a table with a head, commas, semicolons or tabs between. Nothing is guessed: a line without account or time is not read.
import papaparse from 'papaparse';
import { isTurn, plainZone, type Turn } from '../evidence/index.ts';
import { type Instant, localInstant, parseRfc3339 } from '../quantity/index.ts';

export type LogLine = {
  /** Counted from 1, the head being line 1. */
  readonly n: number;
  readonly at: Instant;
  readonly account: string;
  readonly zone: string | null;
  readonly is: Turn | null;
  readonly event: string;
};

const columns: { readonly [C in 'at' | 'account' | 'zone' | 'event' | 'turn' | 'day' | 'time']: readonly string[] } = {
  at: ['at', 'datetime', 'timestamp', 'received', 'date and time'],
  day: ['date', 'day'],
  time: ['time', 'clock'],
  account: ['account', 'accountnumber', 'acct', 'subscriber', 'customer'],
  zone: ['zone', 'point', 'input', 'sensor'],
  event: ['event', 'signal', 'description', 'text', 'message'],
  turn: ['turn', 'state', 'status'],
};
const simple = (name: string): string => name.toLowerCase().replace(/[^a-z]+/g, '');

const instantOf = (text: string, zone: string): Instant | null => parseRfc3339(text) ?? localInstant(text, zone);

/** Lines that name an account and an instant. An instant without an offset is taken by `zone` (IANA). */
export const readLog = (text: string, zone = 'UTC'): LogLine[] => {
  const { data } = papaparse.parse<string[]>(text.replace(/^\ufeff/, ''), { skipEmptyLines: false });
  const head = (data[0] ?? []).map(simple);
  const at = (name: keyof typeof columns): number => head.findIndex((one) => columns[name].map(simple).includes(one));
  const of = {
    at: at('at'),
    day: at('day'),
    time: at('time'),
    account: at('account'),
    zone: at('zone'),
    event: at('event'),
    turn: at('turn'),
  };
  if (of.account === -1 || (of.at === -1 && of.time === -1)) return [];
  return data.slice(1).flatMap((cells, i): LogLine[] => {
    const cell = (column: number): string => (column === -1 ? '' : (cells[column] ?? '').trim());
    const when = of.at !== -1 ? cell(of.at) : of.day === -1 ? cell(of.time) : `${cell(of.day)} ${cell(of.time)}`;
    const instant = instantOf(when, zone);
    const account = cell(of.account);
    if (instant === null || account === '') return [];
    const turn = cell(of.turn).toLowerCase();
    return [
      {
        n: i + 2,
        at: instant,
        account,
        zone: plainZone(cell(of.zone)),
        is: isTurn(turn) ? turn : /restor|normal|closed|clear/.test(turn) ? 'restoral' : null,
        event: cell(of.event).slice(0, 32),
      },
    ];
  });
};
