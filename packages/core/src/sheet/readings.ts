// What can be read for each lamp, as data: the margin's forms, the steps of a lamp and the grades follow from it.
import type { Grade, LampName, Measure } from '../name/index.ts';

export type Reading = {
  readonly what: string;
  readonly lamp: LampName;
  readonly label: string;
  /** 'number' has a measure; 'word' is one of `of`; 'card' is a card number; 'seen' is a plain 'I saw it'. */
  readonly form:
    | { is: 'number'; measure: Measure; least: number; most: number }
    | { is: 'word'; of: readonly string[] }
    | { is: 'card' }
    | { is: 'seen' };
  readonly grade: Grade | null;
};

const seen = (what: string, lamp: LampName, label: string, grade: Grade | null = null): Reading => ({
  what,
  lamp,
  label,
  form: { is: 'seen' },
  grade,
});
const number = (what: string, lamp: LampName, label: string, measure: Measure, least: number, most: number): Reading => ({
  what,
  lamp,
  label,
  form: { is: 'number', measure, least, most },
  grade: null,
});

export const readings: readonly Reading[] = [
  number('supply.idle', 'Power', 'Volts at the terminals, idle', 'mV', 0, 100_000),
  number('supply.transmitting', 'Power', 'Volts at the terminals, transmitting', 'mV', 0, 100_000),
  seen('supply.sign', 'Power', 'Power-on sign seen'),
  seen('inputs.range', 'Inputs', 'Each held its range where it is mounted'),
  seen('inputs.function', 'Inputs', 'Each was made to act and was seen'),
  seen('inputs.rest', 'Inputs', 'Rest states taught'),
  seen('inputs.zones', 'Inputs', 'Zones and texts are the desk’s'),
  { what: 'card.number', lamp: 'Card', label: 'Number read from the card in use', form: { is: 'card' }, grade: null },
  {
    what: 'card.pin',
    lamp: 'Card',
    label: 'PIN state',
    form: { is: 'word', of: ['ready', 'PIN wanted', 'PUK wanted', 'no card'] },
    grade: null,
  },
  number('signal.rsrp', 'Signal', 'RSRP', 'dBm', -156, -31),
  number('signal.rsrq', 'Signal', 'RSRQ', 'dB', -43, 20),
  number('signal.sinr', 'Signal', 'SINR', 'dB', -23, 40),
  number('signal.rscp', 'Signal', 'RSCP', 'dBm', -121, -25),
  number('signal.ecno', 'Signal', 'Ec/Io', 'dB', -25, 0),
  number('signal.rxlev', 'Signal', 'GSM level', 'dBm', -111, -47),
  number('signal.wifi', 'Signal', 'Wi-Fi level', 'dBm', -100, -20),
  number('signal.rssi', 'Signal', 'RSSI', 'dBm', -120, -20),
  number('signal.bars', 'Signal', 'Bars of 5', 'step', 0, 5),
  seen('bearer.indicator', 'Bearer', 'Indicator says connected', 1),
  seen('bearer.word', 'Bearer', 'Bars, or the word ‘connected’', 2),
  seen('bearer.address', 'Bearer', 'Registered, with an address', 3),
  seen('route.somewhere', 'Route', 'An answer from somewhere', 4),
  seen('route.byPath', 'Route', 'An answer that left by this path', 5),
  seen('standby.linkLoss', 'Standby', 'Link pulled, standby took over'),
  seen('standby.softFailure', 'Standby', 'Link up, nothing beyond: standby took over'),
  seen('standby.supplyLoss', 'Standby', 'First path without supply: standby took over'),
  seen('standby.return', 'Standby', 'First path back, seen at the desk'),
  number('watch.checkIns', 'Watch', 'Check-ins that came while nobody was there', 'count', 0, 999),
  seen('reach.session', 'Reach', 'Session opened from afar'),
  seen('reach.readBack', 'Reach', 'Harmless value changed and read back'),
];

const byWhat = new Map(readings.map((reading) => [reading.what, reading]));
export const readingOf = (what: string): Reading | null => byWhat.get(what) ?? null;
export const readingsOf = (lamp: LampName): readonly Reading[] => readings.filter((reading) => reading.lamp === lamp);
