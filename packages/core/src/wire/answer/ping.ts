// What a ping says, as the usual systems print it: whom it asked, how many answers came from there, and from which address it asked.
import { parseAddress } from '../../sums/index.ts';

export type Pinged = { readonly host: string; readonly from: string | null; readonly sent: number | null; readonly replies: number };

const isAddress = (text: string): boolean => parseAddress(text).ok;
/** Reads the newest ping of a text; null where there is none. Only answers of the host itself are counted: a router's 'unreachable' is none. */
export const readPing = (text: string): Pinged | null => {
  const lines = text.split(/\r?\n/).map((line) => line.trim());
  const start = lines.findLastIndex((line) => /^(?:PING\s+(?!statistics)|Pinging\s)/i.test(line));
  const head = lines[start] ?? '';
  const asked = /\(([^()\s]+)\)/.exec(head) ?? /\[([^\]\s]+)\]/.exec(head) ?? /^(?:PING|Pinging)\s+(\S+)/i.exec(head);
  const host = (asked?.[1] ?? '').replace(/[:,]$/, '');
  if (start < 0 || !isAddress(host)) return null;
  const from = /\bfrom\s+([0-9a-f.:]+?)(?:\s|:?$)/i.exec(head)?.[1] ?? null;
  const rest = lines.slice(start + 1);
  const told = (line: string): string | null =>
    /^(?:\d+ bytes from|Reply from|Antwort von)\s+(?:\S+\s+\()?([0-9a-f.:]+?)\)?:\s/i.exec(line)?.[1] ?? null;
  const replies = rest.filter((line) => told(line) === host && /(?:time|zeit)\s*[=<]/i.test(line)).length;
  const sent = /(\d+) packets transmitted|Sent = (\d+)/i.exec(rest.join('\n'));
  return {
    host,
    from: from !== null && isAddress(from) ? from : null,
    sent: sent === null ? null : Number(sent[1] ?? sent[2]),
    replies,
  };
};
