// Text messages at the virtual modem's port (3GPP TS 27.005): in text and in PDU mode, sent after a prompt, listed, read and deleted.
import { type Instant, utcParts } from '../../quantity/index.ts';
import { readPdu, writeDeliver } from '../../wire/index.ts';
import type { Put } from './command.ts';
import {
  type Around,
  cardIn,
  isRegistered,
  mostTexts,
  type SentText,
  type StoredText,
  type VirtualModem,
  withCard as onCard,
} from './modem.ts';

/** Message errors (TS 27.005 clause 3.2.5). */
export const cmsErrors: { readonly [code: number]: string } = {
  302: 'operation not allowed',
  304: 'invalid PDU mode parameter',
  305: 'invalid text mode parameter',
  310: 'SIM not inserted',
  311: 'SIM PIN required',
  313: 'SIM failure',
  314: 'SIM busy',
  316: 'SIM PUK required',
  321: 'invalid memory index',
  331: 'no network service',
  332: 'network timeout',
};
export type TextAnswer = {
  readonly modem: VirtualModem;
  readonly lines: readonly string[];
  readonly cms: number | null;
  readonly prompt: boolean;
};
const says = (modem: VirtualModem, ...lines: string[]): TextAnswer => ({ modem, lines, cms: null, prompt: false });
const fails = (modem: VirtualModem, cms: number): TextAnswer => ({ modem, lines: [], cms, prompt: false });
const cardFault: { readonly [S in VirtualModem['seen']['is']]: number | null } = {
  absent: 310,
  PIN: 311,
  failed: 313,
  waiting: 314,
  PUK: 316,
  ready: null,
};
const stored = (modem: VirtualModem): readonly StoredText[] => cardIn(modem)?.texts ?? [];
const keep = (modem: VirtualModem, texts: readonly StoredText[]): VirtualModem => onCard(modem, (card) => ({ ...card, texts }));

const two = (n: number): string => String(n).padStart(2, '0');
/** A service centre's time as text mode prints it, in UTC. */
const stamp = (at: Instant): string => {
  const { year, month, day, hour, minute, second } = utcParts(at);
  return `${two(year % 100)}/${two(month)}/${two(day)},${two(hour)}:${two(minute)}:${two(second)}+00`;
};
const states = ['REC UNREAD', 'REC READ', 'STO UNSENT', 'STO SENT', 'ALL'] as const;
const stateOf = ({ read }: StoredText): number => (read ? 1 : 0);
const pduOf = ({ from, text, at }: StoredText): string => writeDeliver({ from, text, at });
const octets = (pdu: string): number => pdu.length / 2 - 1 - parseInt(pdu.slice(0, 2), 16);

const send = (modem: VirtualModem, { how, with: [first = ''] }: Put): TextAnswer => {
  if (how !== 'set') return how === 'may' ? says(modem) : fails(modem, 302);
  if (!isRegistered(modem)) return fails(modem, 331);
  const length = Number(first);
  if (modem.lines.textMode) {
    if (!/^\+?\d{3,20}$/.test(first)) return fails(modem, 305);
    return { modem: { ...modem, writing: { to: first, length: 0 } }, lines: [], cms: null, prompt: true };
  }
  if (!Number.isInteger(length) || length < 7 || length > 164) return fails(modem, 304);
  return { modem: { ...modem, writing: { to: null, length } }, lines: [], cms: null, prompt: true };
};

const list = (modem: VirtualModem, { how, with: [which = ''] }: Put): TextAnswer => {
  if (how === 'may') return says(modem, modem.lines.textMode ? `+CMGL: (${states.map((one) => `"${one}"`).join(',')})` : '+CMGL: (0-4)');
  const state = which === '' ? 0 : modem.lines.textMode ? states.findIndex((one) => one === which) : Number(which);
  if (state < 0 || state > 4 || !Number.isInteger(state)) return fails(modem, modem.lines.textMode ? 305 : 304);
  const shown = stored(modem).filter((one) => state === 4 || stateOf(one) === state);
  const lines = shown.flatMap((one) =>
    modem.lines.textMode
      ? [`+CMGL: ${one.index},"${states[stateOf(one)] ?? ''}","${one.from}",,"${stamp(one.at)}"`, one.text]
      : [`+CMGL: ${one.index},${stateOf(one)},,${octets(pduOf(one))}`, pduOf(one)],
  );
  const seen = new Set(shown.map(({ index }) => index));
  return says(
    keep(
      modem,
      stored(modem).map((one) => (seen.has(one.index) ? { ...one, read: true } : one)),
    ),
    ...lines,
  );
};

const read = (modem: VirtualModem, { how, with: [which = ''] }: Put): TextAnswer => {
  if (how !== 'set') return says(modem);
  const one = stored(modem).find(({ index }) => String(index) === which);
  if (one === undefined) return fails(modem, 321);
  const next = keep(
    modem,
    stored(modem).map((of) => (of.index === one.index ? { ...of, read: true } : of)),
  );
  return modem.lines.textMode
    ? says(next, `+CMGR: "${states[stateOf(one)] ?? ''}","${one.from}",,"${stamp(one.at)}"`, one.text)
    : says(next, `+CMGR: ${stateOf(one)},,${octets(pduOf(one))}`, pduOf(one));
};

const remove = (modem: VirtualModem, { how, with: [which = '', flag = '0'] }: Put): TextAnswer => {
  if (how !== 'set')
    return says(
      modem,
      `+CMGD: (${stored(modem)
        .map(({ index }) => index)
        .join(',')}),(0-4)`,
    );
  if (flag === '4') return says(keep(modem, []));
  if (flag !== '0')
    return says(
      keep(
        modem,
        stored(modem).filter((one) => !one.read),
      ),
    );
  const left = stored(modem).filter(({ index }) => String(index) !== which);
  return left.length === stored(modem).length ? fails(modem, 321) : says(keep(modem, left));
};

const memory = (modem: VirtualModem, { how }: Put): TextAnswer => {
  const used = `${stored(modem).length},${mostTexts}`;
  if (how === 'may') return says(modem, '+CPMS: ("SM"),("SM"),("SM")');
  return says(modem, how === 'ask' ? `+CPMS: "SM",${used},"SM",${used},"SM",${used}` : `+CPMS: ${used},${used},${used}`);
};

const withCard =
  (run: (modem: VirtualModem, put: Put) => TextAnswer) =>
  (modem: VirtualModem, put: Put): TextAnswer => {
    const fault = cardFault[modem.seen.is];
    return fault === null ? run(modem, put) : fails(modem, fault);
  };

/** The commands about messages, by name. */
export const textCommands: { readonly [name: string]: (modem: VirtualModem, put: Put) => TextAnswer } = {
  '+CMGF': (modem, { how, with: [mode] }) => {
    if (how === 'may') return says(modem, '+CMGF: (0,1)');
    if (how !== 'set') return says(modem, `+CMGF: ${modem.lines.textMode ? 1 : 0}`);
    return mode === '0' || mode === '1' ? says({ ...modem, lines: { ...modem.lines, textMode: mode === '1' } }) : fails(modem, 302);
  },
  '+CSMS': (modem, { how }) => says(modem, how === 'ask' ? '+CSMS: 0,1,1,0' : how === 'may' ? '+CSMS: (0)' : '+CSMS: 1,1,0'),
  '+CSCA': withCard((modem, { how }) => (how === 'ask' ? says(modem, '+CSCA: "+447700900000",145') : says(modem))),
  '+CPMS': withCard(memory),
  '+CNMI': (modem, { how, with: [mode = '0', mt = '0'] }) => {
    if (how === 'may') return says(modem, '+CNMI: (0-2),(0,1),(0),(0),(0)');
    const told = modem.lines.reports['CNMI'] ?? 0;
    if (how !== 'set') return says(modem, `+CNMI: ${told === 1 ? 2 : 0},${told},0,0,0`);
    if (!/^[0-2]$/.test(mode) || !/^[01]$/.test(mt)) return fails(modem, 302);
    return says({ ...modem, lines: { ...modem.lines, reports: { ...modem.lines.reports, CNMI: Number(mt) } } });
  },
  '+CMGS': withCard(send),
  '+CMGL': withCard(list),
  '+CMGR': withCard(read),
  '+CMGD': withCard(remove),
};

/** What a body after the prompt says is to be sent, or what is wrong with it. `null` is an abort. */
export const bodyOf = (modem: VirtualModem, body: string | null): SentText | number | null => {
  const { writing } = modem;
  if (writing === null || body === null) return null;
  if (writing.to !== null) return { to: writing.to, text: body.replaceAll('\r', '\n').slice(0, 160) };
  const pdu = body.replace(/\s/g, '');
  const read_ = readPdu(pdu);
  if (!read_.ok || read_.value.kind !== 'submit' || octets(pdu) !== writing.length) return 304;
  return { to: read_.value.to, text: read_.value.text };
};
/** How long a text takes to the service centre and back, ms. */
export const sendingTakes = 1500;
/** The service centre took it, or did not. */
export const sent = (modem: VirtualModem, { to, text }: SentText, around: Around): TextAnswer => {
  const card = cardIn(modem);
  const subscription = card === null ? null : around.subscription(card.iccid);
  if (!isRegistered(modem) || subscription === null) return fails(modem, 331);
  if (subscription.state !== 'active' && subscription.state !== 'used up') return fails(modem, 302);
  const lastSent = (modem.lastSent + 1) % 256;
  return says({ ...modem, lastSent, outbox: [...modem.outbox, { to, text }].slice(-50) }, `+CMGS: ${lastSent}`);
};
