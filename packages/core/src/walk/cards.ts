// The cable card and the wiring card: what has two ends, each end named.
import { asPlanned } from '../lamp/index.ts';
import type { State } from '../journal/index.ts';
import { type Json, type SettingKey, settingKey } from '../name/index.ts';
import { busCable, patchCable, type PinDrawing, serialCable, type SerialEnd } from '../sums/index.ts';
import { definition, type SheetElement, showValue } from '../sheet/index.ts';

export type Cable = {
  readonly id: string;
  readonly what: string;
  readonly from: string;
  readonly to: string;
  readonly note: string;
  /** Pin to pin, where a norm gives the order of the pins. */
  readonly drawing: PinDrawing | null;
  /** The cable on the sheet is not the one that the two ends need. */
  readonly wrong: string | null;
  /** What the list stands on: filled in beside it. */
  readonly fields: readonly SettingKey[];
};
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
  readonly fields: readonly SettingKey[];
};

const reader = (state: State) => {
  const view = asPlanned(state);
  const said = (element: SheetElement, param: string): string =>
    showValue(
      definition(`${element.group}.${param}`),
      view.value(settingKey(element.group, element.id, param)) ?? null,
      (id) => view.elements.find((one) => one.id === id)?.label ?? id,
    );
  const value = (element: SheetElement, param: string): Json | undefined => view.value(settingKey(element.group, element.id, param));
  const fields = (element: SheetElement, ...params: readonly string[]): SettingKey[] =>
    params.map((param) => settingKey(element.group, element.id, param));
  const only = (group: SheetElement['group']): string => {
    const [one, second] = view.elements.filter((element) => element.group === group);
    return one === undefined || second !== undefined ? group : one.label;
  };
  return { value, fields, only, of: (group: SheetElement['group']) => view.elements.filter((element) => element.group === group), said };
};
const joined = (...parts: readonly string[]): string => parts.filter((part) => part !== '').join(', ');

const isEnd = (value: Json | undefined): value is SerialEnd => value === 'DTE' || value === 'DCE';

/** Every cable with both its ends: aerial lines, serial links, buses, and the sockets of the paths. */
export const cableCard = (state: State): Cable[] => {
  const { of, said, value, fields, only } = reader(state);
  return [
    ...of('antenna').map(
      (antenna): Cable => ({
        id: antenna.id,
        what: joined(antenna.label, said(antenna, 'cable'), said(antenna, 'cableLength')),
        from: joined(`${said(antenna, 'socket') || 'main'} socket`, said(antenna, 'connector'), said(antenna, 'gender')),
        to: joined(said(antenna, 'place') || 'aerial', said(antenna, 'plug'), said(antenna, 'plugGender')),
        note: 'Power down before it is opened.',
        drawing: null,
        wrong: null,
        fields: fields(antenna, 'socket', 'connector', 'gender', 'plug', 'plugGender', 'cable', 'cableLength'),
      }),
    ),
    ...of('link').map((link): Cable => {
      const [unit, modem, wires, cable] = [value(link, 'unitEnd'), value(link, 'modemEnd'), value(link, 'wires'), value(link, 'cable')];
      const plain = said(link, 'plug') === '' || said(link, 'plug') === 'DB9';
      const drawing = plain && isEnd(unit) && isEnd(modem) ? serialCable(unit, modem, typeof wires === 'number' ? wires : null) : null;
      const need = isEnd(unit) && isEnd(modem) ? (unit === modem ? 'crossed' : 'straight') : null;
      return {
        id: link.id,
        what: joined(
          link.label,
          said(link, 'cable'),
          said(link, 'wires') === '' ? '' : `${said(link, 'wires')} wires`,
          said(link, 'length'),
        ),
        from: joined(said(link, 'unit') || only('unit'), said(link, 'unitEnd')),
        to: joined(said(link, 'modem') || only('modem'), said(link, 'modemEnd'), said(link, 'plug')),
        note: said(link, 'plug').startsWith('RJ45') ? 'This RJ45 is not Ethernet: never into a switch.' : '',
        drawing,
        wrong:
          need !== null && typeof cable === 'string' && cable !== need
            ? `These two ends need a ${need} cable; the sheet has a ${cable} one.`
            : null,
        fields: fields(link, 'unitEnd', 'modemEnd', 'cable', 'wires', 'plug', 'length'),
      };
    }),
    ...of('bus').map(
      (bus): Cable => ({
        id: bus.id,
        what: joined(bus.label, said(bus, 'kind'), said(bus, 'length')),
        from: joined(said(bus, 'unit') || 'bridge'),
        to: joined(said(bus, 'atMaster'), said(bus, 'familyCabled')),
        note: joined(said(bus, 'ends') === '' ? '' : `${said(bus, 'ends')} terminations`),
        drawing: busCable(said(bus, 'kind')),
        wrong: null,
        fields: fields(bus, 'kind', 'atMaster', 'familyCabled', 'ends', 'length'),
      }),
    ),
    ...of('path')
      .filter((path) => value(path, 'kind') === 'ethernet' || said(path, 'socket') !== '' || said(path, 'socketFar') !== '')
      .map(
        (path): Cable => ({
          id: path.id,
          what: path.label,
          from: joined(said(path, 'socket') || 'socket not known'),
          to: joined(said(path, 'socketFar') || 'socket not known'),
          note: '',
          drawing: patchCable,
          wrong:
            said(path, 'socket') !== '' && said(path, 'socket') === said(path, 'socketFar')
              ? `${said(path, 'socket')} to ${said(path, 'socket')} is a loop, or two that give leases.`
              : null,
          fields: fields(path, 'socket', 'socketFar'),
        }),
      ),
  ];
};

/** Every terminal, with the input of the same name or order beside it. */
export const wiringCard = (state: State): Wire[] => {
  const { of, said, fields } = reader(state);
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
      fields: fields(terminal, 'mark', 'wire', 'to', 'common', 'feed', 'fuse'),
    };
  });
};
