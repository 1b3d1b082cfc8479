// The card's own files, by one command (+CRSM, 3GPP TS 27.007 clause 8.18) or in raw ones (+CSIM, clause 8.17). Files, their numbers and status words: TS 51.011 clauses 9.2, 9.4 and 10, TS 31.102 clause 4, from memory.
import { type Answered, type Command, type Commands, fails, says, withSomeCard } from './command.ts';
import { carriers } from '../carrier/index.ts';
import { type Card, cardIn, type VirtualModem, withCard } from './modem.ts';

const swapped = (digits: string): string => digits.replace(/(.)(.)/g, '$2$1');
/** A network's number in three octets: country, then the third digit of the network (F for none), then its two. */
const plmn = (of: string): string => swapped(`${of.slice(0, 3)}F${of.slice(3)}`);
const mostForbidden = 4;

type File = { readonly open: boolean; readonly read: (card: Card) => string };
/** Files by their number in hexadecimal; some are read without the PIN. */
const files: { readonly [id: string]: File } = {
  '2FE2': { open: false, read: ({ iccid }) => swapped(iccid.padEnd(20, 'F')) },
  '6FAD': { open: false, read: () => '00000002' },
  // Its length, then nine and the digits: an odd count of them says so.
  '6F07': { open: true, read: ({ imsi }) => `08${swapped(`${imsi.length % 2 === 1 ? 9 : 1}${imsi}`.padEnd(16, 'F'))}` },
  '6F7B': {
    open: true,
    read: ({ forbidden }) =>
      forbidden
        .map(plmn)
        .join('')
        .padEnd(mostForbidden * 6, 'F'),
  },
  '6F30': { open: true, read: () => 'F'.repeat(24) },
  '6F60': { open: true, read: () => `${'F'.repeat(6)}0000`.repeat(4) },
  // Its home network with LTE and GSM.
  '6F62': { open: true, read: ({ imsi }) => `${plmn(imsi.slice(0, 5))}4080` },
};

type Told = { readonly card: Card; readonly status: string; readonly data: string };
const no = (card: Card, status: string): Told => ({ card, status, data: '' });
/** Takes a network off the list of those that refused it: what is written stands in its place. */
const forbiddenIn = (data: string): string[] | null => {
  if (data.length !== mostForbidden * 6 || !/^[0-9A-F]*$/i.test(data)) return null;
  const all = Array.from({ length: mostForbidden }, (_, i) => swapped(data.toUpperCase().slice(i * 6, i * 6 + 6)));
  return all.filter((one) => !one.startsWith('F')).map((one) => one.slice(0, 3) + one.slice(4));
};

/** Reads or writes a file: instruction, file, where from, how much. */
const act = (
  modem: VirtualModem,
  card: Card,
  of: { instruction: number; id: string; from: number; length: number; data: string },
): Told => {
  if (![0xb0, 0xd6, 0xc0].includes(of.instruction)) return no(card, '6D00');
  const file = files[of.id];
  if (file === undefined) return no(card, '6A82');
  if (file.open && modem.seen.is !== 'ready') return no(card, '6982');
  const whole = file.read(card);
  if (of.instruction === 0xd6) {
    const forbidden = of.id === '6F7B' && of.from === 0 ? forbiddenIn(of.data) : null;
    return forbidden === null ? no(card, '6982') : { card: { ...card, forbidden }, status: '9000', data: '' };
  }
  const size = (whole.length / 2).toString(16).toUpperCase();
  // What it is, as a card of the second generation tells it: size, number, a file of octets.
  if (of.instruction === 0xc0) return { card, status: '9000', data: `0000${size.padStart(4, '0')}${of.id}04000000010200`.padEnd(30, '0') };
  if (of.from * 2 >= whole.length) return no(card, '6B00');
  const length = of.length === 0 ? whole.length / 2 - of.from : of.length;
  const data = whole.slice(of.from * 2, (of.from + length) * 2);
  return data.length < length * 2 ? no(card, `6C${size.padStart(2, '0')}`) : { card, status: '9000', data };
};

const restricted: Command = (modem, { how, with: given }) => {
  if (how === 'may') return says(modem);
  const card = cardIn(modem);
  if (how !== 'set' || card === null || given.slice(0, 5).some((one) => !/^\d{1,5}$/.test(one))) return fails(modem, 50);
  const [instruction = 0, file = 0, high = 0, low = 0, length = 0] = given.slice(0, 5).map(Number);
  if (![176, 178, 192, 214, 220, 242].includes(instruction)) return fails(modem, 50);
  const id = file.toString(16).toUpperCase().padStart(4, '0');
  const told =
    instruction === 242 ? no(card, '9000') : act(modem, card, { instruction, id, from: high * 256 + low, length, data: given[5] ?? '' });
  const words = [told.status.slice(0, 2), told.status.slice(2)].map((octet) => parseInt(octet, 16)).join(',');
  return says(
    withCard(modem, () => told.card),
    `+CRSM: ${words}${told.data === '' ? '' : `,"${told.data}"`}`,
  );
};

const raw = (modem: VirtualModem, card: Card, hex: string): { modem: VirtualModem; answer: string } => {
  const octet = (i: number): number => parseInt(hex.slice(i * 2, i * 2 + 2), 16);
  const [instruction, high, low, length] = [1, 2, 3, 4].map((i) => octet(i) || 0);
  if (instruction === 0xa4) {
    const id = hex.slice(10).toUpperCase();
    const known = id in files || ['3F00', '7F20', '7FFF', '7F10'].includes(id);
    return known ? { modem: { ...modem, file: id }, answer: '9F0F' } : { modem, answer: '6A82' };
  }
  const told = act(modem, card, {
    instruction: instruction ?? 0,
    id: modem.file,
    from: (high ?? 0) * 256 + (low ?? 0),
    length: length ?? 0,
    data: hex.slice(10),
  });
  return { modem: withCard(modem, () => told.card), answer: told.data + told.status };
};
const generic: Command = (modem, { how, with: [length = '', hex = ''] }): Answered => {
  if (how === 'may') return says(modem);
  const card = cardIn(modem);
  const sound = /^(?:[0-9A-F]{2}){5,260}$/i.test(hex) && Number(length) === hex.length;
  if (how !== 'set' || card === null || !sound) return fails(modem, 50);
  const told = raw(modem, card, hex);
  return says(told.modem, `+CSIM: ${told.answer.length},"${told.answer}"`);
};

/** The networks that it knows by name (TS 27.007 clause 7.21). */
const names: Command = (modem, { how }) =>
  how === 'may'
    ? says(modem)
    : how === 'run'
      ? says(modem, ...Object.values(carriers).map(({ network, name }) => `+COPN: "${network}","${name}"`))
      : fails(modem, 50);

export const apduCommands: Commands = { '+CRSM': withSomeCard(restricted), '+CSIM': withSomeCard(generic), '+COPN': names };
