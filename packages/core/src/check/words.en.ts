// What each finding says: what is so, why it matters, what to do. Arguments are figures and values, filled in by name.
import { plainText } from '../name/index.ts';
import type { ApnFault } from '../sums/index.ts';
import type { Codes } from './rule.ts';

export const words: Codes = {
  'iccid-digit': {
    what: 'The card number ends in {got}; its check digit would be {want}.',
    why: 'A digit may be misread. Some issuers use no check digit.',
    todo: 'Read the number off the card again.',
  },
  'imei-digit': {
    what: 'The IMEI ends in {got}; its check digit would be {want}.',
    why: 'A card locked to this modem would be refused.',
    todo: 'Read the IMEI off the label again.',
  },
  'imei-zero': {
    what: 'The IMEI is all zeros.',
    why: 'That is what a modem says that was never programmed.',
    todo: 'Read the IMEI off the label.',
  },
  'needs-adapter': {
    what: 'The card is {card}, the slot takes {slot}.',
    why: 'It falls through without an adapter; sleeves have been known to catch in the tray.',
    todo: 'Order a {slot} card, or take the adapter along.',
  },
  'too-big': {
    what: 'The card is {card}, the slot takes {slot}.',
    why: 'It does not go in, and a cut-down card may be too thick.',
    todo: 'Order a {slot} card.',
  },
  soldered: {
    what: 'Card {card} and slot {slot} can’t be joined.',
    why: 'One of them is soldered in.',
    todo: 'Order a card for the slot.',
  },
  'apn-form': {
    what: '“{apn}” can’t be an APN: {fault}.',
    why: 'The network refuses it, or the modem never asks.',
    todo: 'Ask the carrier, and paste it without spaces.',
  },
  'apn-capitals': {
    what: 'The APN {apn} has capitals.',
    why: 'The standard does not mind, some gear does.',
    todo: 'Write it in small letters unless the carrier says otherwise.',
  },
  'roaming-off': {
    what: 'Roaming is off.',
    why: 'A machine card almost always roams; without it there is no service.',
    todo: 'Allow roaming, or ask the carrier whether the card is at home there.',
  },
  'host-differs': {
    what: 'The unit calls {calls}; the desk listens at {host}.',
    why: 'Its calls go elsewhere, and nothing says so.',
    todo: 'Enter the desk’s address on the unit.',
  },
  'port-differs': {
    what: 'The unit calls port {calls}; the desk listens on {port}.',
    why: 'Nobody answers there.',
    todo: 'Make the two the same; look for swapped digits and swapped ports.',
  },
  'port-impossible': { what: 'Port {port} does not exist.', why: 'Ports run from 1 to 65535.', todo: 'Ask IT for the port.' },
  'port-low': {
    what: 'Port {port} is under 1024.',
    why: 'Many listeners have no right to it, and carriers block some.',
    todo: 'Ask IT whether it is meant.',
  },
  'host-form': { what: '“{calls}” can’t be called. {why}', why: 'Every device reads it in its own way.', todo: 'Ask IT for the address.' },
  'host-local': {
    what: '{calls} is a {kind} address.',
    why: 'From the carrier’s network it leads nowhere, unless a tunnel joins the two.',
    todo: 'Use the desk’s outside address.',
  },
  'example-host': { what: '{calls} is an example from a document.', why: 'No desk is there.', todo: 'Enter the desk’s own address.' },
  'account-swapped': {
    what: 'The account on the unit has two characters swapped.',
    why: 'The desk expects {expects}, the unit sends {sends}: its calls would be logged as an unknown caller.',
    todo: 'Enter {expects} on the unit.',
  },
  'account-zeros': {
    what: 'The account on the unit lacks its zeros.',
    why: 'The desk expects {expects}, the unit sends {sends}; leading zeros count.',
    todo: 'Enter {expects} on the unit.',
  },
  'account-differs': {
    what: 'The unit sends account {sends}, the desk expects {expects}.',
    why: 'Its calls would be logged as an unknown caller, or as another station.',
    todo: 'Ask the desk which is right.',
  },
  'account-form': {
    what: '“{account}” can’t be an account.',
    why: 'The listener takes 1 to 16 letters and digits.',
    todo: 'Ask the desk for the account.',
  },
  'account-example': {
    what: 'Account {account} looks like an example.',
    why: 'Such numbers are left in from a manual.',
    todo: 'Ask the desk for the station’s own account.',
  },
  'account-unusual': {
    what: 'Account {account} is not 4 to 8 digits.',
    why: 'Accounts usually are (common practice).',
    todo: 'Ask the desk whether it is meant.',
  },
  'one-address': {
    what: 'Two paths arrive from {address}.',
    why: 'The desk can’t tell them apart by it.',
    todo: 'Let the unit send a path flag, or prove each while the other is pulled.',
  },
  'speed-differs': {
    what: 'The unit talks at {unit} baud, the modem at {modem}.',
    why: 'They hear garbage or nothing.',
    todo: 'Set the same speed at both ends.',
  },
  'frame-differs': {
    what: 'The unit frames {unit}, the modem {modem}.',
    why: 'They hear garbage.',
    todo: 'Set the same framing at both ends.',
  },
  'one-priority': { what: 'Two paths both have priority {priority}.', why: 'Nobody can say which is first.', todo: 'Give each its own.' },
  'one-card': {
    what: 'The same card number stands on two SIMs.',
    why: 'A card can only be in one slot.',
    todo: 'Read both numbers again.',
  },
  'grace-short': {
    what: 'The desk raises a lapse after {grace}; the unit tests every {every}.',
    why: 'Every test that is a little late sends somebody out.',
    todo: 'Set the lapse above {every}, with an hour to spare.',
  },
  'grace-long': {
    what: 'The desk raises a lapse only after {grace}; the unit tests every {every}.',
    why: 'A dead station stays unnoticed that long.',
    todo: 'Ask whether the station may be silent for that long.',
  },
  'factory-password': { what: 'The modem still has a factory password.', why: 'Everybody knows it.', todo: 'Change it on the bench.' },
  'short-password': {
    what: 'The modem’s password has {length} characters.',
    why: 'Short ones are guessed.',
    todo: 'Take one of eight or more.',
  },
};

/** What keeps a text from being an APN, in words (3GPP TS 23.003 clause 9.1). */
const apnFaults: { readonly [F in ApnFault]: string } = {
  empty: 'it is empty',
  space: 'it has a space in it',
  'dial string': 'it is something to dial',
  character: 'it has a character other than letters, digits, hyphen and dot',
  edge: 'a part of it is empty, or begins or ends with a hyphen',
  'label length': 'a part of it is longer than 63 characters',
  length: 'it is longer than 62 characters',
  prefix: 'it begins with rac, lac, sgsn or rnc, which are kept for the network',
  suffix: 'it ends in .gprs without a right operator part',
};
const isApnFault = (value: unknown): value is ApnFault => typeof value === 'string' && Object.hasOwn(apnFaults, value);

const fill = (text: string, args: { readonly [name: string]: unknown }): string =>
  text.replace(/\{(\w+)\}/g, (_, name: string) => (isApnFault(args[name]) ? apnFaults[args[name]] : plainText(args[name])));

export const sayFinding = (finding: {
  code: string;
  args: { readonly [name: string]: unknown };
}): { what: string; why: string; todo: string } => {
  const of = words[finding.code];
  return of === undefined
    ? { what: finding.code, why: '', todo: '' }
    : { what: fill(of.what, finding.args), why: fill(of.why, finding.args), todo: fill(of.todo, finding.args) };
};
