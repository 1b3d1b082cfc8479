// What is asked of, and told to, somebody who does not know us: for each value what it is, in which form, an example, why and by when.
import { type Json, plainText, type SettingKey, settingKey } from '../name/index.ts';
import { type Asked, present, type State, wanted } from '../journal/index.ts';
import { asPlanned } from '../lamp/index.ts';
import { dayBefore, showFigure } from '../quantity/index.ts';
import { bindingsOf, isSecret, type Parameter, type Profile, sheetRows, showValue, type SheetRow, type Supplier } from '../sheet/index.ts';
import { type Ask, askList, leadDays } from './asks.ts';
import { whatItIs } from './message-words.en.ts';
import { deviceWork } from './pending.ts';

/** Those to whom one writes; the others are a label, a manual or oneself. */
export const addressees = ['carrier', 'IT', 'desk', 'client', 'portal'] as const satisfies readonly Supplier[];
export type Addressee = (typeof addressees)[number];
export const isAddressee = (supplier: Supplier): supplier is Addressee => addressees.some((one) => one === supplier);

const examples: { readonly [A in NonNullable<Extract<Parameter['form'], { is: 'text' }>['as']>]: string } = {
  iccid: '8999 9012 3456 7890 124',
  imei: '35 000000 000000 6',
  zone: 'Europe/Vienna',
  address: '192.0.2.17',
  network: '192.0.2.0/24',
  phone: '+999 123 456 789',
  eui: '0011223344556677',
  day: '2027-03-14',
  time: '04:30',
  list: 'B3, B8, B20',
  number: '4.2',
  node: '49be7df1',
  season: '11-01',
  code: 'function decodeUplink(input) { return { data: {} }; }',
};

/** In which form a value is answered. */
export const formWords = ({ form }: Parameter): string => {
  switch (form.is) {
    case 'text':
      return form.as === undefined ? `text, at most ${form.most} characters` : formsAs[form.as];
    case 'count':
      return `a whole number, ${form.least} to ${form.most}`;
    case 'figure':
      return `a figure with its unit, ${showFigure(form.least, form.measure)} to ${showFigure(form.most, form.measure)}`;
    case 'choice':
      return `one of these: ${form.of.map(({ label }) => label).join('; ')}`;
    case 'yesno':
      return `‘${form.yes}’ or ‘${form.no}’`;
    case 'element':
      return 'which of them';
    case 'secret':
      return `${form.least} to ${form.most} ${form.digits ? 'digits' : 'characters'}; by telephone, not in writing`;
  }
};
const formsAs: { readonly [A in keyof typeof examples]: string } = {
  iccid: '19 or 20 digits, as printed on the card',
  imei: '15 digits, as printed on the modem',
  zone: 'a name of the time zone database',
  address: 'an address in numbers',
  network: 'a network and the length of its mask',
  phone: 'a number with its country code',
  eui: '16 hexadecimal digits, in small letters',
  day: 'year, month, day',
  time: 'hours and minutes, 24-hour clock',
  list: 'all of them, with commas between',
  number: 'a number, with a point for its decimals',
  node: '8 hexadecimal digits',
  season: 'month and day, of every year',
  code: 'the text of its decoder, with a function decodeUplink',
};

/** How an answer may look; null where the form says it already. Invented. */
export const exampleOf = ({ form, key }: Parameter): string | null => {
  if (form.is === 'text') return form.as === undefined ? (ownExamples[key] ?? null) : examples[form.as];
  if (form.is === 'count') return /port/i.test(key) ? '4110' : null;
  return null;
};
const ownExamples: { readonly [key: string]: string } = {
  'sim.apn': 'telemetry.carrier.example',
  'sim.apnUser': 'site17',
  'receiver.host': 'desk.example.com',
  'receiver.account': '0417',
  'wifi.name': 'Workshop',
  'tunnel.hub': 'office.example.com',
};

export type Tell = {
  readonly what: string;
  /** The settings that are told; what is done with them is entered when it is confirmed. */
  readonly keys: readonly SettingKey[];
  readonly lines: readonly string[];
  readonly note: Asked | null;
};
export type Message = {
  readonly to: Addressee;
  readonly asks: readonly Ask[];
  readonly tells: readonly Tell[];
  /** The latest day to write for the planned visit; null without one. */
  readonly latest: string | null;
};

const onPaper = (of: Parameter, value: Json | undefined, labelOf: (id: string) => string): string =>
  isSecret(value) ? 'by telephone' : showValue(of, value ?? null, labelOf);

const told = (state: State, rows: readonly SheetRow[], device: 'desk' | 'it', what: string): Tell[] => {
  const labelOf = (id: string): string => present(state).find((one) => one.id === id)?.label ?? id;
  const keys = deviceWork(state).find((work) => work.device === device)?.toEnter ?? [];
  const mine = rows.filter(({ key }) => keys.includes(key));
  if (mine.length === 0) return [];
  const lines = mine.map(({ key, of }) => `${of.label}: ${onPaper(of, wanted(state, key), labelOf)}`);
  return [
    {
      what,
      keys: mine.map(({ key }) => key),
      lines,
      note: mine.map(({ key }) => state.asks[key] ?? null).find((note) => note !== null) ?? null,
    },
  ];
};

/** A card that is ordered, or here and not active: the carrier is told its number. */
const activation = (state: State, rows: readonly SheetRow[]): Tell[] =>
  rows
    .filter(({ of }) => of.key === 'sim.state')
    .flatMap(({ key, element }): Tell[] => {
      const at = wanted(state, key) ?? null;
      const number = element === null ? null : (wanted(state, settingKey('sim', element.id, 'iccid')) ?? null);
      if (element === null || at === null || at === 'active' || number === null) return [];
      const imei = rows.filter(({ of }) => of.key === 'modem.imei').flatMap(({ key: one }) => wanted(state, one) ?? []);
      return [
        {
          what: `Activate ${element.label}`,
          keys: [key],
          lines: [
            `Card number: ${plainText(number)}`,
            ...(imei.length === 1 ? [`It sits in the modem with IMEI: ${imei.map(plainText).join('')}`] : []),
          ],
          note: state.asks[key] ?? null,
        },
      ];
    });

/** For each to whom there is something to say, whom one waits for longest first. */
export const messages = (state: State, profiles: readonly Profile[]): Message[] => {
  const view = asPlanned(state);
  const rows = sheetRows(view, bindingsOf(view));
  const groups = askList(state, profiles);
  const tells: { readonly [A in Addressee]?: readonly Tell[] } = {
    carrier: activation(state, rows),
    IT: told(state, rows, 'it', 'To be set up at your side'),
    desk: told(state, rows, 'desk', 'To be entered in the station’s record'),
  };
  const visit = wanted(state, settingKey('site', null, 'visit'));
  return [...addressees]
    .sort((a, b) => leadDays[b] - leadDays[a])
    .flatMap((to): Message[] => {
      const asks = groups.find(({ supplier }) => supplier === to)?.asks ?? [];
      const mine = tells[to] ?? [];
      const latest = typeof visit === 'string' ? dayBefore(visit, leadDays[to]) : null;
      return asks.length + mine.length === 0 ? [] : [{ to, asks, tells: mine, latest }];
    });
};

const nameOf = ({ of, element }: SheetRow): string => (element === null ? of.label : `${of.label} (${element.label})`);

/** The message as it is sent. An answer behind each colon is understood when it is pasted back: what explains a value begins with a dash. */
export const messageText = (station: string, { asks, tells, latest }: Message): string => {
  const by = latest === null ? '' : `, by ${latest}`;
  const example = (of: Parameter): string => {
    const found = exampleOf(of);
    return found === null ? '' : `, for example ${found}`;
  };
  const blocks = [
    `Station: ${station}`,
    ...(tells.length === 0
      ? []
      : [
          [
            `Please do this${by}, and confirm it.`,
            ...tells.flatMap(({ what, lines }) => [`– ${what}`, ...lines.map((line) => `  – ${line}`)]),
          ].join('\n'),
        ]),
    ...(asks.length === 0
      ? []
      : [
          [
            `Please answer behind each colon${by}.`,
            ...asks.flatMap((ask) => {
              const meaning = whatItIs(ask.of.key);
              return [
                '',
                `${nameOf(ask)}: `,
                ...(meaning === null ? [] : [`– It is ${meaning}.`]),
                `– Form: ${formWords(ask.of)}${example(ask.of)}.`,
                `– Why: ${ask.of.why}`,
              ];
            }),
          ].join('\n'),
        ]),
  ];
  return `${blocks.join('\n\n')}\n`;
};

/** When an unanswered message is chased: after the usual days, and not after the last day to ask. Days as 2027-03-14. */
export const chaseDay = (to: Addressee, today: string, latest: string | null): string | null => {
  const usual = dayBefore(today, -leadDays[to]);
  return usual !== null && latest !== null && latest > today && latest < usual ? latest : usual;
};
