// Commands about how it stands: activity, battery, indicators, calls (3GPP TS 27.007 clauses 7.18, 8.1, 8.4, 8.9, 6.5, 6.22).
import { type Command, type Commands, fails, says } from './command.ts';
import { cardIn, isRegistered, mostTexts, servingCell, type VirtualModem } from './modem.ts';

/** Names of the indicators with their limits, in order, and what each says now: the signal in fifths of the way from −113 to −51 dBm. */
const indicators: readonly (readonly [name: string, most: number, of: (modem: VirtualModem, rssi: number | null) => number])[] = [
  ['battchg', 5, () => 5],
  ['signal', 5, (_, rssi) => (rssi === null ? 0 : Math.max(0, Math.min(5, Math.ceil((rssi + 113) / 12.4))))],
  ['service', 1, (modem) => Number(isRegistered(modem))],
  ['message', 1, (modem) => Number((cardIn(modem)?.texts ?? []).some(({ box, read }) => box === 'in' && !read))],
  ['call', 1, (modem) => Number(modem.online)],
  ['roam', 1, ({ registration }) => Number(registration.is === 'on' && registration.roaming)],
  ['smsfull', 1, (modem) => Number((cardIn(modem)?.texts ?? []).length >= mostTexts)],
];
const indicator: Command = (modem, { how }, at, around) => {
  if (how === 'may') return says(modem, `+CIND: ${indicators.map(([name, most]) => `("${name}",(0-${most}))`).join(',')}`);
  // None of them is set from outside.
  if (how === 'set') return fails(modem, 3);
  const heard = servingCell(modem, at, around);
  return says(modem, `+CIND: ${indicators.map(([, , of]) => of(modem, heard?.rsrp ?? null)).join(',')}`);
};
/** Ready: a context that is open is no call. */
const activity: Command = (modem, { how }) => says(modem, how === 'may' ? '+CPAS: (0)' : '+CPAS: 0');

export const stateCommands: Commands = {
  '+CIND': indicator,
  '+CPAS': activity,
  // It hangs on a supply: no battery is connected.
  '+CBC': (modem, { how }) => says(modem, how === 'may' ? '+CBC: (2),(0)' : '+CBC: 2,0'),
  // On line nobody hears commands: there is never a call to tell of.
  '+CLCC': (modem) => says(modem),
  '+CHUP': (modem) => says({ ...modem, online: false }),
};
