// Which doors of a station the desk tries from outside: the admin ports of its modems at the addresses by which it is reached.
import { type ElementId, plainText, settingKey } from '../name/index.ts';
import { elementsOf, type State, wanted } from '../journal/index.ts';

export type Door = { readonly modem: ElementId; readonly host: string; readonly port: number };
/** Ports at which menus mostly answer: common practice, no source. */
const usual = [80, 443, 22, 23, 8080] as const;
const mostDoors = 12;

/** The doors of each modem whose address is known: its own admin port first, then the usual ones. */
export const doorsOf = (state: State): Door[] => {
  const dials = plainText(wanted(state, settingKey('desk', null, 'dials')) ?? '').trim();
  const modems = elementsOf(state, 'modem');
  return elementsOf(state, 'path')
    .flatMap(({ id }) => {
      const own = plainText(wanted(state, settingKey('path', id, 'address')) ?? '').trim();
      const host = own === '' || own.includes('/') ? dials : own;
      const named = wanted(state, settingKey('path', id, 'modem'));
      const modem = modems.find((one) => one.id === named) ?? (modems.length === 1 ? modems[0] : undefined);
      if (host === '' || modem === undefined) return [];
      const port = wanted(state, settingKey('modem', modem.id, 'adminPort'));
      const ports = [...new Set([...(typeof port === 'number' && port > 0 && port <= 65_535 ? [port] : []), ...usual])];
      return ports.map((one): Door => ({ modem: modem.id, host, port: one }));
    })
    .filter((door, i, all) => all.findIndex(({ host, port }) => host === door.host && port === door.port) === i)
    .slice(0, mostDoors);
};
