// The cable card and the wiring card: what has two ends, each end named.
import { asPlanned } from '../lamp/index.ts';
import type { State } from '../journal/index.ts';
import { settingKey } from '../name/index.ts';
import { definition, type SheetElement, showValue } from '../sheet/index.ts';

export type Cable = { readonly id: string; readonly what: string; readonly from: string; readonly to: string; readonly note: string };
export type Wire = {
  readonly id: string;
  readonly mark: string;
  readonly wire: string;
  readonly to: string;
  readonly common: string;
  readonly feed: string;
  readonly channel: string;
  readonly rest: string;
  readonly fuse: string;
};

const reader = (state: State) => {
  const view = asPlanned(state);
  const said = (element: SheetElement, param: string): string =>
    showValue(
      definition(`${element.group}.${param}`),
      view.value(settingKey(element.group, element.id, param)) ?? null,
      (id) => view.elements.find((one) => one.id === id)?.label ?? id,
    );
  return { of: (group: SheetElement['group']) => view.elements.filter((element) => element.group === group), said };
};
const joined = (...parts: readonly string[]): string => parts.filter((part) => part !== '').join(', ');

/** Every cable with both its ends: aerial lines, serial links, buses, and the sockets of the paths. */
export const cableCard = (state: State): Cable[] => {
  const { of, said } = reader(state);
  return [
    ...of('antenna').map((antenna) => ({
      id: antenna.id,
      what: joined(antenna.label, said(antenna, 'cable'), said(antenna, 'cableLength')),
      from: joined(`${said(antenna, 'socket') || 'main'} socket`, said(antenna, 'connector'), said(antenna, 'gender')),
      to: joined(said(antenna, 'place') || 'aerial', said(antenna, 'plug'), said(antenna, 'plugGender')),
      note: 'Power down before it is opened.',
    })),
    ...of('link').map((link) => ({
      id: link.id,
      what: joined(link.label, said(link, 'cable'), said(link, 'wires') === '' ? '' : `${said(link, 'wires')} wires`, said(link, 'length')),
      from: joined(said(link, 'unit') || 'unit', said(link, 'unitEnd')),
      to: joined(said(link, 'modem') || 'modem', said(link, 'modemEnd'), said(link, 'plug')),
      note: said(link, 'plug').startsWith('RJ45') ? 'This RJ45 is not Ethernet: never into a switch.' : '',
    })),
    ...of('bus').map((bus) => ({
      id: bus.id,
      what: joined(bus.label, said(bus, 'kind'), said(bus, 'length')),
      from: joined(said(bus, 'unit') || 'bridge'),
      to: joined(said(bus, 'atMaster'), said(bus, 'familyCabled')),
      note: joined(said(bus, 'ends') === '' ? '' : `${said(bus, 'ends')} terminations`),
    })),
    ...of('path')
      .filter((path) => said(path, 'socket') !== '' || said(path, 'socketFar') !== '')
      .map((path) => ({
        id: path.id,
        what: path.label,
        from: joined(said(path, 'socket') || 'socket not known'),
        to: joined(said(path, 'socketFar') || 'socket not known'),
        note: '',
      })),
  ];
};

/** Every terminal, with the input of the same name or order beside it. */
export const wiringCard = (state: State): Wire[] => {
  const { of, said } = reader(state);
  const inputs = of('input');
  return of('terminal').map((terminal, i) => {
    const input = inputs.find(({ label }) => label === terminal.label) ?? inputs[i];
    return {
      id: terminal.id,
      mark: said(terminal, 'mark'),
      wire: said(terminal, 'wire'),
      to: said(terminal, 'to'),
      common: said(terminal, 'common'),
      feed: said(terminal, 'feed'),
      channel: input === undefined ? '' : said(input, 'channel'),
      rest: input === undefined ? '' : said(input, 'rest'),
      fuse: said(terminal, 'fuse'),
    };
  });
};
