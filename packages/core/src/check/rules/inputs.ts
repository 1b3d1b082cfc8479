// What hangs on the unit: wires, local devices, people to be told, outputs and what they start.
import { segmentsOf } from '../../sums/index.ts';
import { showFigure } from '../../quantity/index.ts';
import { practice, rule, sheetRule, standard } from '../rule.ts';

const textFault = (text: string): readonly { code: 'text-long' | 'text-odd'; args: { units: number; parts: number; odd: string } }[] => {
  const { alphabet, units, parts, odd } = segmentsOf(text);
  const args = { units, parts, odd: odd ?? '' };
  if (parts > 1) return [{ code: 'text-long', args }];
  return alphabet === '16-bit' ? [{ code: 'text-odd', args }] : [];
};
const sms = standard('3GPP TS 23.038', '6.2.1', false);

export const inputs = [
  rule({
    id: 'inputs/region-fits',
    lamp: 'Inputs',
    looks: 'A radio region that the hardware was not built for.',
    source: standard('LoRaWAN Regional Parameters RP002', 'regions', true),
    traps: [13],
    reads: ['unit.region', 'unit.hardwareBand'],
    codes: { 'region-other': 'stop' },
    find: ({ 'unit.region': region, 'unit.hardwareBand': built }) => {
      const number = (text: string): string => /\d{3}/.exec(text)?.[0] ?? text.trim().toLowerCase();
      return number(region) === number(built) ? [] : [{ code: 'region-other', args: { region, built } }];
    },
    fires: { 'unit.region': 'US915', 'unit.hardwareBand': '868 MHz' },
    silent: { 'unit.region': 'EU868', 'unit.hardwareBand': '868 MHz' },
  }),
  rule({
    id: 'inputs/contact-kind',
    lamp: 'Inputs',
    looks: 'A voltage on a dry input, or a dry contact where a voltage is read.',
    source: practice,
    reads: ['input.contact', 'input.given'],
    codes: { 'contact-other': 'stop' },
    find: ({ 'input.contact': takes, 'input.given': given }) =>
      takes === given ? [] : [{ code: 'contact-other', args: { takes, given } }],
    fires: { 'input.contact': 'dry', 'input.given': 'voltage' },
    silent: { 'input.contact': 'dry', 'input.given': 'dry' },
  }),
  rule({
    id: 'inputs/rest-state',
    lamp: 'Inputs',
    looks: 'An input whose rest state on the unit is not the one that was seen.',
    source: practice,
    traps: [71],
    reads: ['input.rest', 'input.restSeen'],
    codes: { 'rest-other': 'stop' },
    find: ({ 'input.rest': rest, 'input.restSeen': seen }) => (rest === seen ? [] : [{ code: 'rest-other', args: { rest, seen } }]),
    fires: { 'input.rest': 'open', 'input.restSeen': 'closed' },
    silent: { 'input.rest': 'closed', 'input.restSeen': 'closed' },
  }),
  rule({
    id: 'inputs/rest-taught',
    lamp: 'Inputs',
    looks: 'A contact whose rest state was taught with the magnet apart.',
    source: practice,
    traps: [71],
    reads: ['device.restTaught'],
    codes: { 'taught-apart': 'stop' },
    find: ({ 'device.restTaught': taught }) => (taught === 'apart' ? [{ code: 'taught-apart' }] : []),
    fires: { 'device.restTaught': 'apart' },
    silent: { 'device.restTaught': 'magnet' },
  }),
  rule({
    id: 'inputs/range-where-mounted',
    lamp: 'Inputs',
    looks: 'A range test made in the hand or with the door open.',
    source: practice,
    traps: [63],
    reads: ['device.rangeFrom'],
    codes: { 'range-elsewhere': 'fix' },
    find: ({ 'device.rangeFrom': from }) =>
      from === 'mounted' ? [] : [{ code: 'range-elsewhere', args: { from: from === 'hand' ? 'in the hand' : 'with the door open' } }],
    fires: { 'device.rangeFrom': 'hand' },
    silent: { 'device.rangeFrom': 'mounted' },
  }),
  rule({
    id: 'inputs/zone-agrees',
    lamp: 'Inputs',
    looks: 'A zone number unlike the desk’s; one off where the keypad took the first.',
    source: practice,
    traps: [70],
    reads: ['device.zone', 'device.deskZone'],
    also: ['unit.keypadZone'],
    codes: { 'zone-one-off': 'stop', 'zone-differs': 'stop' },
    find: ({ 'device.zone': zone, 'device.deskZone': desk, 'unit.keypadZone': keypad }) =>
      zone === desk ? [] : [{ code: keypad === true && zone === desk + 1 ? 'zone-one-off' : 'zone-differs', args: { zone, desk } }],
    fires: { 'device.zone': 3, 'device.deskZone': 2 },
    silent: { 'device.zone': 2, 'device.deskZone': 2 },
  }),
  rule({
    id: 'inputs/area-as-meant',
    lamp: 'Inputs',
    looks: 'An area that is delayed on the unit and instant at the desk, or the other way round.',
    source: practice,
    traps: [70],
    reads: ['area.delayed', 'input.deskArea', 'input.area'],
    codes: { 'area-differs': 'fix' },
    find: ({ 'area.delayed': delayed, 'input.deskArea': desk }) =>
      delayed === desk
        ? []
        : [{ code: 'area-differs', args: { unit: delayed ? 'delayed' : 'instant', desk: desk ? 'delayed' : 'instant' } }],
    fires: { 'area.delayed': true, 'input.deskArea': false, 'input.area': 'area00' },
    silent: { 'area.delayed': true, 'input.deskArea': true, 'input.area': 'area00' },
  }),
  sheetRule({
    id: 'inputs/somebody-told',
    lamp: 'Call',
    looks: 'An input that is on with nobody ticked to be told.',
    source: practice,
    traps: [75],
    reads: ['input.on', 'input.text', 'number.ticked'],
    codes: { 'nobody-told': 'fix' },
    find: ({ of, at, key }) => {
      const told = of('number').some(({ id }) => at('number.ticked', id) !== false);
      return told
        ? []
        : of('input').flatMap(({ id }) =>
            at('input.on', id) === true && at('input.text', id) !== null
              ? [{ code: 'nobody-told', fields: [key('input.on', id)], elements: [id] }]
              : [],
          );
    },
    fires: { elements: [['input', '1np000']], values: { 'input:1np000.on': true, 'input:1np000.text': 'Float high' } },
    silent: {
      elements: [
        ['input', '1np000'],
        ['number', 'nmbr00'],
      ],
      values: { 'input:1np000.on': true, 'input:1np000.text': 'Float high', 'number:nmbr00.ticked': true },
    },
  }),
  rule({
    id: 'inputs/user-ticked',
    lamp: 'Call',
    looks: 'A user who is entered and not ticked for the channel.',
    source: practice,
    traps: [75],
    reads: ['number.number', 'number.ticked'],
    codes: { 'user-not-ticked': 'fix' },
    find: ({ 'number.number': number, 'number.ticked': ticked }) => (ticked ? [] : [{ code: 'user-not-ticked', args: { number } }]),
    fires: { 'number.number': '+447700900123', 'number.ticked': false },
    silent: { 'number.number': '+447700900123', 'number.ticked': true },
  }),
  rule({
    id: 'inputs/country-code',
    lamp: 'Call',
    looks: 'A telephone number without its country code, or with the zero kept behind it.',
    source: standard('ITU-T E.164', '6', false),
    traps: [15, 75],
    reads: ['number.number'],
    codes: { 'no-country': 'stop', 'number-length': 'stop' },
    find: ({ 'number.number': number }) => {
      if (!number.startsWith('+') || number.startsWith('+0')) return [{ code: 'no-country', args: { number } }];
      return number.length < 8 || number.length > 16 ? [{ code: 'number-length', args: { number, digits: number.length - 1 } }] : [];
    },
    fires: { 'number.number': '07700900123' },
    silent: { 'number.number': '+447700900123' },
  }),
  rule({
    id: 'inputs/text-fits',
    lamp: 'Call',
    looks: 'A text of an input that takes more than one message, or the dearer alphabet.',
    source: sms,
    traps: [78],
    reads: ['input.text'],
    codes: { 'text-long': 'fix', 'text-odd': 'look' },
    find: ({ 'input.text': text }) => textFault(text),
    fires: { 'input.text': `Tank at 4 °C ${'x'.repeat(70)}` },
    silent: { 'input.text': 'Float high, Skell hatchery' },
  }),
  rule({
    id: 'inputs/output-text-fits',
    lamp: 'Call',
    looks: 'The same for the text of an output.',
    source: sms,
    traps: [78],
    reads: ['output.text'],
    codes: { 'text-long': 'fix', 'text-odd': 'look' },
    find: ({ 'output.text': text }) => textFault(text),
    fires: { 'output.text': 'Pompe arrêtée' },
    silent: { 'output.text': 'Pump stopped' },
  }),
  rule({
    id: 'inputs/output-chatters',
    lamp: 'Inputs',
    looks: 'An output on an input that chatters.',
    source: practice,
    traps: [76],
    reads: ['output.chatters', 'output.equation'],
    codes: { 'output-chatters': 'fix' },
    find: ({ 'output.chatters': chatters }) => (chatters ? [{ code: 'output-chatters' }] : []),
    fires: { 'output.chatters': true, 'output.equation': 'I1' },
    silent: { 'output.chatters': false, 'output.equation': 'I1' },
  }),
  rule({
    id: 'inputs/output-long-enough',
    lamp: 'Inputs',
    looks: 'An output that runs shorter than what it switches has to run.',
    source: practice,
    traps: [76],
    reads: ['output.duration', 'output.least'],
    codes: { 'output-short': 'fix' },
    find: ({ 'output.duration': runs, 'output.least': least }) =>
      runs < least ? [{ code: 'output-short', args: { runs: showFigure(runs, 'ms'), least: showFigure(least, 'ms') } }] : [],
    fires: { 'output.duration': 60_000, 'output.least': 300_000 },
    silent: { 'output.duration': 600_000, 'output.least': 300_000 },
  }),
  rule({
    id: 'inputs/output-high-high',
    lamp: 'Inputs',
    looks: 'An output that starts again for ever, with no separate high-high.',
    source: practice,
    traps: [76],
    reads: ['output.again', 'output.highHigh'],
    codes: { 'output-for-ever': 'fix' },
    find: ({ 'output.again': again, 'output.highHigh': highHigh }) =>
      again !== 'stays off' && !highHigh ? [{ code: 'output-for-ever' }] : [],
    fires: { 'output.again': 'starts again', 'output.highHigh': false },
    silent: { 'output.again': 'starts again', 'output.highHigh': true },
  }),
  rule({
    id: 'inputs/output-drives-motor',
    lamp: 'Inputs',
    looks: 'An output that switches a motor directly.',
    source: practice,
    traps: [77],
    reads: ['output.drives'],
    codes: { 'output-motor': 'stop' },
    find: ({ 'output.drives': drives }) => (drives === 'motor' ? [{ code: 'output-motor' }] : []),
    fires: { 'output.drives': 'motor' },
    silent: { 'output.drives': 'contactor' },
  }),
  rule({
    id: 'inputs/machine-isolated',
    lamp: 'Inputs',
    looks: 'A machine that an output starts, with no isolation written down.',
    source: practice,
    traps: [77],
    reads: ['output.machine'],
    also: ['output.isolation'],
    codes: { 'machine-free': 'stop' },
    find: ({ 'output.machine': machine, 'output.isolation': isolation }) =>
      machine && isolation === undefined ? [{ code: 'machine-free' }] : [],
    fires: { 'output.machine': true },
    silent: { 'output.machine': true, 'output.isolation': 'switch Q4, locked' },
  }),
  rule({
    id: 'inputs/machine-after-power',
    lamp: 'Inputs',
    looks: 'A machine that may start by itself after a power failure.',
    source: practice,
    traps: [77],
    reads: ['output.machine', 'output.afterPower'],
    codes: { 'machine-restarts': 'fix' },
    find: ({ 'output.machine': machine, 'output.afterPower': after }) =>
      machine && after !== 'off' ? [{ code: 'machine-restarts', args: { after } }] : [],
    fires: { 'output.machine': true, 'output.afterPower': 'as before' },
    silent: { 'output.machine': true, 'output.afterPower': 'off' },
  }),
  rule({
    id: 'inputs/output-rating',
    lamp: 'Inputs',
    looks: 'A load that draws more than the contact is good for.',
    source: practice,
    reads: ['output.load', 'output.rating'],
    codes: { 'output-overload': 'stop' },
    find: ({ 'output.load': load, 'output.rating': rating }) =>
      load > rating ? [{ code: 'output-overload', args: { load: load / 1000, rating: rating / 1000 } }] : [],
    fires: { 'output.load': 6000, 'output.rating': 2000 },
    silent: { 'output.load': 500, 'output.rating': 2000 },
  }),
  rule({
    id: 'inputs/loop-fed',
    lamp: 'Inputs',
    looks: 'A current loop whose terminal has no loop supply.',
    source: practice,
    reads: ['input.contact', 'terminal.feed'],
    codes: { 'loop-dark': 'stop' },
    find: ({ 'input.contact': contact, 'terminal.feed': feed }) => (contact === 'loop' && feed === 'none' ? [{ code: 'loop-dark' }] : []),
    fires: { 'input.contact': 'loop', 'terminal.feed': 'none' },
    silent: { 'input.contact': 'loop', 'terminal.feed': 'loop' },
  }),
  rule({
    id: 'inputs/covers',
    lamp: 'Inputs',
    looks: 'A cover that is open or a break-away piece that is loose before the end check.',
    source: practice,
    traps: [74],
    reads: ['unit.coverShut'],
    also: ['unit.breakAway'],
    codes: { 'cover-open': 'fix', 'break-away': 'fix' },
    find: ({ 'unit.coverShut': shut, 'unit.breakAway': screwed }) => [
      ...(shut ? [] : [{ code: 'cover-open' as const }]),
      ...(screwed === false ? [{ code: 'break-away' as const }] : []),
    ],
    fires: { 'unit.coverShut': false },
    silent: { 'unit.coverShut': true, 'unit.breakAway': true },
  }),
  sheetRule({
    id: 'inputs/host-panel-matched',
    lamp: 'Inputs',
    looks: 'A unit beside a host panel with no terminal that leads to it.',
    source: practice,
    traps: [73],
    reads: ['unit.host', 'terminal.to'],
    codes: { 'host-unmatched': 'look' },
    find: ({ of, at, key }) =>
      of('terminal').length + of('input').length > 0
        ? []
        : of('unit').flatMap(({ id }) =>
            at('unit.host', id) === true ? [{ code: 'host-unmatched', fields: [key('unit.host', id)], elements: [id] }] : [],
          ),
    fires: { elements: [['unit', 'vn1t00']], values: { 'unit:vn1t00.host': true } },
    silent: {
      elements: [
        ['unit', 'vn1t00'],
        ['terminal', 'term00'],
      ],
      values: { 'unit:vn1t00.host': true },
    },
  }),
  rule({
    id: 'inputs/air-time',
    lamp: 'Inputs',
    looks: 'A sensor that is on the air longer than the limit of its band.',
    source: standard('ETSI EN 300 220-2', 'annex B', true),
    traps: [90],
    reads: ['device.onAir', 'device.every', 'device.duty'],
    codes: { 'duty-over': 'stop' },
    find: ({ 'device.onAir': onAir, 'device.every': every, 'device.duty': duty }) => {
      const share = Math.round((onAir / every) * 10_000) / 100;
      return share > duty ? [{ code: 'duty-over', args: { share, duty } }] : [];
    },
    fires: { 'device.onAir': 1483, 'device.every': 60_000, 'device.duty': 1 },
    silent: { 'device.onAir': 62, 'device.every': 60_000, 'device.duty': 1 },
  }),
];
