// Text messages at the virtual modem's port (3GPP TS 27.005): in text and in PDU mode, sent after a prompt, listed, read and deleted.
import { type Instant, utcParts } from '../quantity/index.ts';
import { readPdu, writeDeliver } from '../wire/index.ts';
import { isRegistered, mostTexts, type StoredText, type VirtualModem } from './modem.ts';

/** Message errors (TS 27.005 clause 3.2.5). */
export const cmsErrors: { readonly [code: number]: string } = {
  302: 'operation not allowed',
  304: 'invalid PDU mode parameter',
  305: 'invalid text mode parameter',
  310: 'SIM not inserted',
  311: 'SIM PIN required',
  316: 'SIM PUK required',
  321: 'invalid memory index',
  331: 'no network service',
};
export type TextAnswer = {
  readonly modem: VirtualModem;
  readonly lines: readonly string[];
  readonly cms: number | null;
  readonly prompt: boolean;
};
type Put = { readonly how: 'run' | 'ask' | 'may' | 'set'; readonly with: readonly string[] };

const says = (modem: VirtualModem, ...lines: string[]): TextAnswer => ({ modem, lines, cms: null, prompt: false });
const fails = (modem: VirtualModem, cms: number): TextAnswer => ({ modem, lines: [], cms, prompt: false });
const cardFault: { readonly [state: string]: number } = { 'no card': 310, 'PIN wanted': 311, 'PUK wanted': 316 };

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
  if (modem.textMode) {
    if (!/^\+?\d{3,20}$/.test(first)) return fails(modem, 305);
    return { modem: { ...modem, writing: { to: first, length: 0 } }, lines: [], cms: null, prompt: true };
  }
  if (!Number.isInteger(length) || length < 7 || length > 164) return fails(modem, 304);
  return { modem: { ...modem, writing: { to: null, length } }, lines: [], cms: null, prompt: true };
};

const list = (modem: VirtualModem, { how, with: [which = ''] }: Put): TextAnswer => {
  if (how === 'may') return says(modem, modem.textMode ? `+CMGL: (${states.map((one) => `"${one}"`).join(',')})` : '+CMGL: (0-4)');
  const state = which === '' ? 0 : modem.textMode ? states.findIndex((one) => one === which) : Number(which);
  if (state < 0 || state > 4 || !Number.isInteger(state)) return fails(modem, modem.textMode ? 305 : 304);
  const shown = modem.inbox.filter((one) => state === 4 || stateOf(one) === state);
  const lines = shown.flatMap((one) =>
    modem.textMode
      ? [`+CMGL: ${one.index},"${states[stateOf(one)] ?? ''}","${one.from}",,"${stamp(one.at)}"`, one.text]
      : [`+CMGL: ${one.index},${stateOf(one)},,${octets(pduOf(one))}`, pduOf(one)],
  );
  const seen = new Set(shown.map(({ index }) => index));
  return says({ ...modem, inbox: modem.inbox.map((one) => (seen.has(one.index) ? { ...one, read: true } : one)) }, ...lines);
};

const read = (modem: VirtualModem, { how, with: [which = ''] }: Put): TextAnswer => {
  if (how !== 'set') return says(modem);
  const one = modem.inbox.find(({ index }) => String(index) === which);
  if (one === undefined) return fails(modem, 321);
  const next = { ...modem, inbox: modem.inbox.map((of) => (of.index === one.index ? { ...of, read: true } : of)) };
  return modem.textMode
    ? says(next, `+CMGR: "${states[stateOf(one)] ?? ''}","${one.from}",,"${stamp(one.at)}"`, one.text)
    : says(next, `+CMGR: ${stateOf(one)},,${octets(pduOf(one))}`, pduOf(one));
};

const remove = (modem: VirtualModem, { how, with: [which = '', flag = '0'] }: Put): TextAnswer => {
  if (how !== 'set') return says(modem, `+CMGD: (${modem.inbox.map(({ index }) => index).join(',')}),(0-4)`);
  if (flag === '4') return says({ ...modem, inbox: [] });
  if (flag !== '0') return says({ ...modem, inbox: modem.inbox.filter((one) => !one.read) });
  const left = modem.inbox.filter(({ index }) => String(index) !== which);
  return left.length === modem.inbox.length ? fails(modem, 321) : says({ ...modem, inbox: left });
};

const memory = (modem: VirtualModem, { how }: Put): TextAnswer => {
  const used = `${modem.inbox.length},${mostTexts}`;
  if (how === 'may') return says(modem, '+CPMS: ("SM"),("SM"),("SM")');
  return says(modem, how === 'ask' ? `+CPMS: "SM",${used},"SM",${used},"SM",${used}` : `+CPMS: ${used},${used},${used}`);
};

const withCard =
  (run: (modem: VirtualModem, put: Put) => TextAnswer) =>
  (modem: VirtualModem, put: Put): TextAnswer => {
    const fault = cardFault[modem.conditions.card];
    return fault === undefined ? run(modem, put) : fails(modem, fault);
  };

/** The commands about messages, by name. */
export const textCommands: { readonly [name: string]: (modem: VirtualModem, put: Put) => TextAnswer } = {
  '+CMGF': (modem, { how, with: [mode] }) => {
    if (how === 'may') return says(modem, '+CMGF: (0,1)');
    if (how !== 'set') return says(modem, `+CMGF: ${modem.textMode ? 1 : 0}`);
    return mode === '0' || mode === '1' ? says({ ...modem, textMode: mode === '1' }) : fails(modem, 302);
  },
  '+CSMS': (modem, { how }) => says(modem, how === 'ask' ? '+CSMS: 0,1,1,0' : how === 'may' ? '+CSMS: (0)' : '+CSMS: 1,1,0'),
  '+CSCA': withCard((modem, { how }) => (how === 'ask' ? says(modem, '+CSCA: "+447700900000",145') : says(modem))),
  '+CPMS': withCard(memory),
  '+CNMI': (modem, { how }) =>
    says(modem, ...(how === 'ask' ? ['+CNMI: 0,0,0,0,0'] : how === 'may' ? ['+CNMI: (0-2),(0,1),(0),(0),(0)'] : [])),
  '+CMGS': withCard(send),
  '+CMGL': withCard(list),
  '+CMGR': withCard(read),
  '+CMGD': withCard(remove),
};

/** What a body after the prompt does: it is sent, and numbered. `null` is an abort. */
export const sendBody = (modem: VirtualModem, body: string | null): TextAnswer => {
  const { writing } = modem;
  const next: VirtualModem = { ...modem, writing: null };
  if (writing === null || body === null) return says(next);
  let sent: { to: string; text: string };
  if (writing.to === null) {
    const pdu = body.replace(/\s/g, '');
    const read_ = readPdu(pdu);
    if (!read_.ok || read_.value.kind !== 'submit' || octets(pdu) !== writing.length) return fails(next, 304);
    sent = { to: read_.value.to, text: read_.value.text };
  } else sent = { to: writing.to, text: body.replaceAll('\r', '\n').slice(0, 160) };
  const lastSent = (modem.lastSent + 1) % 256;
  return says({ ...next, lastSent, outbox: [...modem.outbox, sent].slice(-50) }, `+CMGS: ${lastSent}`);
};
