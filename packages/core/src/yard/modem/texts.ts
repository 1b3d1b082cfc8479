// Text messages at the virtual modem's port (3GPP TS 27.005, from memory): in text and in PDU mode, sent after a prompt, written to the card, listed, read and deleted.
import { septetsOf } from '../../sums/index.ts';
import { type Instant, utcParts } from '../../quantity/index.ts';
import { alphabetOf, readPdu, writeDeliver, writeSubmit } from '../../wire/index.ts';
import { fromTerminal, octetsIn, toTerminal, unitsAsHex } from './charset.ts';
import type { Put } from './command.ts';
import {
  type Around,
  cardIn,
  isRegistered,
  keepText,
  mostTexts,
  type SentText,
  type StoredText,
  type VirtualModem,
  withCard as onCard,
} from './modem.ts';

export type TextAnswer = {
  readonly modem: VirtualModem;
  readonly lines: readonly string[];
  readonly cms: number | null;
  readonly prompt: boolean;
};
type TextCommand = (modem: VirtualModem, put: Put, around: Around) => TextAnswer;
const says = (modem: VirtualModem, ...lines: string[]): TextAnswer => ({ modem, lines, cms: null, prompt: false });
const fails = (modem: VirtualModem, cms: number): TextAnswer => ({ modem, lines: [], cms, prompt: false });
/** A parameter that is wrong, by the mode. */
const wrong = (modem: VirtualModem): TextAnswer => fails(modem, modem.lines.textMode ? 305 : 304);
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
const reported = (modem: VirtualModem, reports: { readonly [name: string]: number }): VirtualModem => ({
  ...modem,
  lines: { ...modem.lines, reports: { ...modem.lines.reports, ...reports } },
});

const two = (n: number): string => String(n).padStart(2, '0');
/** A service centre's time as text mode prints it, in UTC. */
const stamp = (at: Instant): string => {
  const { year, month, day, hour, minute, second } = utcParts(at);
  return `${two(year % 100)}/${two(month)}/${two(day)},${two(hour)}:${two(minute)}:${two(second)}+00`;
};
const states = ['REC UNREAD', 'REC READ', 'STO UNSENT', 'STO SENT', 'ALL'] as const;
const stateOf = ({ box, read }: StoredText): number => (box === 'in' ? (read ? 1 : 0) : box === 'unsent' ? 2 : 3);
const pduOf = ({ box, from, text, at }: StoredText): string =>
  box === 'in' ? writeDeliver({ from, text, at }) : writeSubmit({ to: from, text }).pdu;
const octets = (pdu: string): number => pdu.length / 2 - 1 - parseInt(pdu.slice(0, 2), 16);
/** Kind of a number: international, unknown, or a name of letters (TS 24.008 clause 10.5.4.7). */
const kindOf = (number: string): number => (number.startsWith('+') ? 145 : /^\d*$/.test(number) ? 129 : 208);
const isNumber = (text: string): boolean => /^\+?\d{3,20}$/.test(text);

/** Most septets of a message, and octets of one in another alphabet (TS 23.040 clause 9.2.3.24). */
const [mostSeptets, mostOctets] = [160, 140];
/** A message's body as text mode tells it: in the chosen set, or as octets in hexadecimal where its own alphabet is not the 7-bit one. */
const bodyTold = (modem: VirtualModem, text: string): string =>
  septetsOf(text) === null ? unitsAsHex(text) : toTerminal(text, modem.lines.charset);
const numberTold = (modem: VirtualModem, number: string): string =>
  modem.lines.charset === 'UCS2' || modem.lines.charset === 'HEX' ? toTerminal(number, modem.lines.charset) : number;
const numberTyped = (modem: VirtualModem, typed: string): string | null => {
  const number = modem.lines.charset === 'UCS2' || modem.lines.charset === 'HEX' ? fromTerminal(typed, modem.lines.charset) : typed;
  return number !== null && isNumber(number) ? number : null;
};

/** What is asked for after the prompt, and what becomes of it. */
const prompts = (modem: VirtualModem, writing: NonNullable<VirtualModem['writing']>): TextAnswer => ({
  modem: { ...modem, writing },
  lines: [],
  cms: null,
  prompt: true,
});
const lengthIn = (given: string): number | null =>
  /^\d+$/.test(given) && Number(given) >= 7 && Number(given) <= 164 ? Number(given) : null;
const send: TextCommand = (modem, { how, with: [first = ''] }) => {
  if (how !== 'set') return how === 'may' ? says(modem) : fails(modem, 302);
  if (!isRegistered(modem)) return fails(modem, 331);
  const to = modem.lines.textMode ? numberTyped(modem, first) : null;
  const length = modem.lines.textMode ? 0 : lengthIn(first);
  return length === null || (modem.lines.textMode && to === null) ? wrong(modem) : prompts(modem, { to, length, as: null });
};
/** Boxes by the number and the name of their state; 'ALL' is none. */
const boxes = ['in', 'in', 'unsent', 'sent'] as const;
const write: TextCommand = (modem, { how, with: given }) => {
  if (how === 'may') return says(modem);
  if (how === 'ask') return fails(modem, 302);
  const [first = '', second = '', third = ''] = how === 'set' ? given : [];
  if (modem.lines.textMode) {
    const to = first === '' ? '' : numberTyped(modem, first);
    const as = third === '' ? 'unsent' : boxes[states.findIndex((one) => one === third)];
    return to === null || as === undefined || (second !== '' && second !== '129' && second !== '145')
      ? wrong(modem)
      : prompts(modem, { to, length: 0, as });
  }
  const [length, as] = [lengthIn(first), second === '' ? 'unsent' : boxes[Number(second)]];
  return length === null || as === undefined ? wrong(modem) : prompts(modem, { to: null, length, as });
};

const headOf = (modem: VirtualModem, one: StoredText): string => {
  const time = one.box === 'in' ? `"${stamp(one.at)}"` : '';
  return `"${states[stateOf(one)] ?? ''}","${numberTold(modem, one.from)}",,${time}`;
};
const list: TextCommand = (modem, { how, with: [which = ''] }) => {
  const { textMode, headers } = modem.lines;
  if (how === 'may') return says(modem, textMode ? `+CMGL: (${states.map((one) => `"${one}"`).join(',')})` : '+CMGL: (0-4)');
  if (how === 'ask') return fails(modem, 302);
  const state = which === '' ? 0 : textMode ? states.findIndex((one) => one === which) : /^[0-4]$/.test(which) ? Number(which) : -1;
  if (state < 0) return wrong(modem);
  const shown = stored(modem).filter((one) => state === 4 || stateOf(one) === state);
  const lines = shown.flatMap((one) => {
    if (!textMode) return [`+CMGL: ${one.index},${stateOf(one)},,${octets(pduOf(one))}`, pduOf(one)];
    const more = headers ? `,${kindOf(one.from)},${one.text.length}` : '';
    return [`+CMGL: ${one.index},${headOf(modem, one)}${more}`, bodyTold(modem, one.text)];
  });
  const seen = new Set(shown.map(({ index }) => index));
  return says(
    keep(
      modem,
      stored(modem).map((one) => (seen.has(one.index) ? { ...one, read: true } : one)),
    ),
    ...lines,
  );
};

/** A message's head whole (+CSDH=1): kind of number, first octet, protocol, coding, for one to send its validity, the centre, its kind, the length. */
const wholeHead = (modem: VirtualModem, one: StoredText): string => {
  const centre = cardIn(modem)?.centre ?? '';
  const coding = septetsOf(one.text) === null ? 8 : 0;
  const [first, validity, protocol] = modem.lines.submit;
  const own = one.box === 'in' ? `4,0,${coding}` : `${first},${protocol},${coding},${validity}`;
  return `,${kindOf(one.from)},${own},"${numberTold(modem, centre)}",${kindOf(centre)},${one.text.length}`;
};
const read: TextCommand = (modem, { how, with: [which = ''] }) => {
  if (how === 'may') return says(modem);
  if (how !== 'set') return fails(modem, 302);
  const one = stored(modem).find(({ index }) => String(index) === which);
  if (one === undefined) return fails(modem, 321);
  const next = keep(
    modem,
    stored(modem).map((of) => (of.index === one.index ? { ...of, read: true } : of)),
  );
  return modem.lines.textMode
    ? says(next, `+CMGR: ${headOf(modem, one)}${modem.lines.headers ? wholeHead(modem, one) : ''}`, bodyTold(modem, one.text))
    : says(next, `+CMGR: ${stateOf(one)},,${octets(pduOf(one))}`, pduOf(one));
};

/** What each flag leaves of all (TS 27.005 clause 3.5.4): nothing is left of what is read, sent, unsent, anything. */
const left: { readonly [flag: string]: (one: StoredText) => boolean } = {
  1: (one) => stateOf(one) !== 1,
  2: (one) => ![1, 3].includes(stateOf(one)),
  3: (one) => stateOf(one) === 0,
  4: () => false,
};
const remove: TextCommand = (modem, { how, with: [which = '', flag = '0'] }) => {
  const all = stored(modem);
  if (how === 'may') return says(modem, `+CMGD: (${all.map(({ index }) => index).join(',')}),(0-4)`);
  if (how !== 'set') return fails(modem, 302);
  const stays = left[flag];
  if (stays !== undefined) return says(keep(modem, all.filter(stays)));
  if (flag !== '0') return wrong(modem);
  const rest = all.filter(({ index }) => String(index) !== which);
  return rest.length === all.length ? fails(modem, 321) : says(keep(modem, rest));
};

const memory: TextCommand = (modem, { how, with: given }) => {
  const used = `${stored(modem).length},${mostTexts}`;
  if (how === 'may') return says(modem, '+CPMS: ("SM"),("SM"),("SM")');
  if (how === 'ask') return says(modem, `+CPMS: "SM",${used},"SM",${used},"SM",${used}`);
  return how === 'set' && given.length <= 3 && given.every((one) => one === 'SM')
    ? says(modem, `+CPMS: ${used},${used},${used}`)
    : fails(modem, 302);
};

const withCard =
  (run: TextCommand): TextCommand =>
  (modem, put, around) => {
    const fault = cardFault[modem.seen.is];
    return fault === null ? run(modem, put, around) : fails(modem, fault);
  };
const centre: TextCommand = (modem, { how, with: [typed = '', kind = ''] }) => {
  if (how === 'may') return says(modem);
  const now = cardIn(modem)?.centre ?? '';
  if (how === 'ask') return says(modem, `+CSCA: "${numberTold(modem, now)}",${kindOf(now)}`);
  const number = how === 'set' ? numberTyped(modem, typed) : null;
  if (number === null || !['', '129', '145'].includes(kind)) return wrong(modem);
  // Told as international without its plus, it has one.
  return says(onCard(modem, (card) => ({ ...card, centre: kind === '145' && !number.startsWith('+') ? `+${number}` : number })));
};
const submit: TextCommand = (modem, { how, with: given }) => {
  if (how === 'may') return says(modem);
  if (how === 'ask') return says(modem, `+CSMP: ${modem.lines.submit.join(',')}`);
  const [first, validity, protocol, coding] = modem.lines.submit.map((was, i) => ((given[i] ?? '') ? Number(given[i]) : was));
  const numbers = [first ?? 17, validity ?? 167, protocol ?? 0, coding ?? 0] as const;
  const sound =
    given.length <= 4 && given.every((one) => one === '' || (/^\d{1,3}$/.test(one) && Number(one) <= 255)) && (numbers[0] & 3) === 1;
  return how === 'set' && sound ? says({ ...modem, lines: { ...modem.lines, submit: numbers } }) : wrong(modem);
};
const arrivals: TextCommand = (modem, { how, with: [mode = '0', mt = '0', ...more] }) => {
  if (how === 'may') return says(modem, '+CNMI: (0-2),(0-2),(0),(0),(0)');
  const { reports } = modem.lines;
  if (how === 'ask') return says(modem, `+CNMI: ${reports['CNMI.mode'] ?? 0},${reports['CNMI'] ?? 0},0,0,0`);
  if (how !== 'set' || !/^[0-2]$/.test(mode) || !/^[0-2]$/.test(mt) || more.some((one) => !['', '0'].includes(one)))
    return fails(modem, 302);
  return says(reported(modem, { CNMI: Number(mt), 'CNMI.mode': Number(mode) }));
};
/** The message at an index goes out as it is, or to another number. */
const resend: TextCommand = (modem, { how, with: [which = '', other] }, around) => {
  if (how !== 'set') return how === 'may' ? says(modem) : fails(modem, 302);
  if (!isRegistered(modem)) return fails(modem, 331);
  const one = stored(modem).find(({ index, box }) => String(index) === which && box !== 'in');
  if (one === undefined) return fails(modem, 321);
  const to = other === undefined ? one.from : numberTyped(modem, other);
  if (to === null || !isNumber(to)) return wrong(modem);
  const went = sent(modem, { to, text: one.text }, around);
  if (went.cms !== null) return went;
  const done = stored(went.modem).map((of) => (of.index === one.index ? { ...of, box: 'sent' as const } : of));
  return says(keep(went.modem, done), `+CMSS: ${went.modem.lastSent}`);
};
const yesOrNo =
  (name: string, has: (modem: VirtualModem) => boolean, put: (modem: VirtualModem, on: boolean) => VirtualModem): TextCommand =>
  (modem, { how, with: [given] }) => {
    if (how === 'may') return says(modem, `+${name}: (0,1)`);
    if (how === 'ask') return says(modem, `+${name}: ${has(modem) ? 1 : 0}`);
    return how === 'set' && (given === '0' || given === '1') ? says(put(modem, given === '1')) : fails(modem, 302);
  };

/** The commands about messages, by name. */
export const textCommands: { readonly [name: string]: TextCommand } = {
  '+CMGF': yesOrNo(
    'CMGF',
    ({ lines }) => lines.textMode,
    (modem, textMode) => ({ ...modem, lines: { ...modem.lines, textMode } }),
  ),
  '+CSDH': yesOrNo(
    'CSDH',
    ({ lines }) => lines.headers,
    (modem, headers) => ({ ...modem, lines: { ...modem.lines, headers } }),
  ),
  '+CSMS': (modem, { how, with: [service] }) => {
    if (how === 'may') return says(modem, '+CSMS: (0)');
    if (how === 'ask') return says(modem, '+CSMS: 0,1,1,0');
    return how === 'set' && service === '0' ? says(modem, '+CSMS: 1,1,0') : fails(modem, 302);
  },
  '+CSCA': withCard(centre),
  '+CSMP': submit,
  '+CPMS': withCard(memory),
  '+CNMI': arrivals,
  '+CMGS': withCard(send),
  '+CMGW': withCard(write),
  '+CMSS': withCard(resend),
  '+CMGL': withCard(list),
  '+CMGR': withCard(read),
  '+CMGD': withCard(remove),
};

/** The text of a body that was typed, by the coding that it goes out with; null where it is longer than one message, or has what its alphabet has not. In text mode nothing is split: parts are sent as PDUs. */
const typedText = ({ lines }: VirtualModem, body: string): string | null => {
  const alphabet = alphabetOf(lines.submit[3]);
  if (alphabet === '7-bit') {
    const text = fromTerminal(body, lines.charset)?.replaceAll('\r', '\n') ?? null;
    const septets = text === null ? null : septetsOf(text);
    return septets === null || septets.length > mostSeptets ? null : text;
  }
  const bytes = octetsIn(body.replace(/\s/g, ''));
  if (bytes === null || bytes.length > mostOctets || (alphabet === '16-bit' && bytes.length % 2 !== 0)) return null;
  return alphabet === '8-bit' ? String.fromCharCode(...bytes) : fromTerminal(body.replace(/\s/g, ''), 'UCS2');
};

export type Body = SentText & { readonly as: 'in' | 'unsent' | 'sent' | null };
/** What a body after the prompt says, and whether it is sent or kept; or what is wrong with it. `null` is an abort. */
export const bodyOf = (modem: VirtualModem, body: string | null): Body | number | null => {
  const { writing } = modem;
  if (writing === null || body === null) return null;
  const { as } = writing;
  if (writing.to !== null) {
    const text = typedText(modem, body);
    return text === null ? 305 : { to: writing.to, text, as };
  }
  const pdu = body.replace(/\s/g, '');
  const read_ = readPdu(pdu);
  if (!read_.ok || octets(pdu) !== writing.length) return 304;
  if (read_.value.kind === 'deliver') return as === 'in' ? { to: read_.value.from, text: read_.value.text, as } : 304;
  return as === 'in' ? 304 : { to: read_.value.to, text: read_.value.text, as };
};
/** A body is written to the card (+CMGW); what came in there has been read. */
export const written = (modem: VirtualModem, { to, text, as }: Body, at: Instant): TextAnswer => {
  const kept = keepText(modem, { box: as ?? 'unsent', from: to, text, at, read: true });
  return kept === null ? fails(modem, 322) : says(kept.modem, `+CMGW: ${kept.index}`);
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

/** A text reaches the card, and is said where it was asked for (+CNMI): its place (1) or itself, which is then kept nowhere (2). Null where it can't come now: the network keeps it and tries again. */
export const deliverText = (
  modem: VirtualModem,
  of: { from: string; text: string; at: Instant },
): { modem: VirtualModem; answer: string } | null => {
  if (cardIn(modem) === null || !isRegistered(modem) || modem.asleep) return null;
  const { reports, textMode } = modem.lines;
  const how = modem.online || (reports['CNMI.mode'] ?? 0) === 0 ? 0 : (reports['CNMI'] ?? 0);
  if (how === 2) {
    const pdu = writeDeliver(of);
    const lines = textMode
      ? `+CMT: "${numberTold(modem, of.from)}",,"${stamp(of.at)}"\r\n${bodyTold(modem, of.text)}`
      : `+CMT: ,${octets(pdu)}\r\n${pdu}`;
    return { modem, answer: `\r\n${lines}\r\n` };
  }
  const kept = keepText(modem, { ...of, box: 'in', read: false });
  return kept === null ? null : { modem: kept.modem, answer: how === 1 ? `\r\n+CMTI: "SM",${kept.index}\r\n` : '' };
};
