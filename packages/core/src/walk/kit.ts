// What comes along, computed from the sheet: each line says why.
import type { State } from '../journal/index.ts';
import { asPlanned } from '../lamp/index.ts';
import { plainText, type SettingKey, settingKey } from '../name/index.ts';
import { showFigure } from '../quantity/index.ts';
import { bindingsOf, type Caution, type Profile, referred, type SheetElement } from '../sheet/index.ts';

export type KitLine = {
  /** Steady name of the line: its tick is kept under it. */
  readonly id: string;
  readonly what: string;
  readonly why: string;
  readonly keys: readonly SettingKey[];
  readonly caution: Caution | null;
};

const order = ['1FF', '2FF', '3FF', '4FF'];

/** The kit list of a station, in the order of packing: cards, aerials, cables, supply, terminals, tools, then what is in no box. */
export const kitList = (state: State, profiles: readonly Profile[]): KitLine[] => {
  const view = asPlanned(state);
  const at = (element: SheetElement, param: string): string => plainText(view.value(settingKey(element.group, element.id, param)) ?? '');
  const key = (element: SheetElement, param: string): SettingKey => settingKey(element.group, element.id, param);
  const of = (group: SheetElement['group']): readonly SheetElement[] => view.elements.filter((element) => element.group === group);
  const line = (id: string, what: string, why: string, keys: readonly SettingKey[] = [], caution: Caution | null = null): KitLine => ({
    id,
    what,
    why,
    keys,
    caution,
  });

  const cards = bindingsOf(view).paths.flatMap(({ sim, modem }) => {
    const [card, slot] = [of('sim').find(({ id }) => id === sim), of('modem').find(({ id }) => id === modem)];
    if (card === undefined) return [];
    const [size, takes] = [at(card, 'size'), slot === undefined ? '' : at(slot, 'slot')];
    const adapter = size !== '' && takes !== '' && size !== takes && order.indexOf(size) > order.indexOf(takes) && slot !== undefined;
    return [
      line(`card ${card.id}`, `${card.label}, ${size === '' ? 'size not known' : size}`, 'The card goes in with the power off.', [
        key(card, 'size'),
      ]),
      ...(adapter
        ? [
            line(`adapter ${card.id}`, `Adapter from ${size} to ${takes}`, `${slot.label} takes ${takes}.`, [
              key(card, 'size'),
              key(slot, 'slot'),
            ]),
          ]
        : []),
    ];
  });
  const aerials = of('antenna').flatMap((antenna) => {
    const [socket, plug] = [at(antenna, 'connector'), at(antenna, 'plug')];
    const [gender, plugGender] = [at(antenna, 'gender'), at(antenna, 'plugGender')];
    const length = view.value(key(antenna, 'cableLength'));
    const differs = socket !== '' && plug !== '' && socket !== plug;
    const alike = gender !== '' && gender === plugGender;
    return [
      line(
        `aerial ${antenna.id}`,
        `${antenna.label}${typeof length === 'number' ? ` with ${showFigure(length, 'mm')} of cable` : ''}`,
        `For the ${at(antenna, 'socket') || 'main'} socket.`,
        [key(antenna, 'socket')],
        'aerial',
      ),
      ...(differs || alike
        ? [
            line(
              `aerial adapter ${antenna.id}`,
              `Adapter ${socket}${gender === '' ? '' : ` ${gender === 'male' ? 'female' : 'male'}`} to ${plug}${plugGender === '' ? '' : ` ${plugGender === 'male' ? 'female' : 'male'}`}`,
              differs ? `The socket is ${socket}, the aerial’s plug ${plug}.` : `Both are ${gender}.`,
              [key(antenna, 'connector'), key(antenna, 'plug')],
            ),
          ]
        : []),
    ];
  });
  const serial = of('link').map((link) => {
    const [unitEnd, modemEnd] = [at(link, 'unitEnd'), at(link, 'modemEnd')];
    const crossed = unitEnd !== '' && unitEnd === modemEnd;
    const wires = at(link, 'wires');
    return line(
      `serial ${link.id}`,
      `Serial cable ${link.label}, ${unitEnd === '' || modemEnd === '' ? 'straight or crossed: not known' : crossed ? 'crossed' : 'straight'}${wires === '' ? '' : `, ${wires} wires`}`,
      unitEnd === '' || modemEnd === '' ? 'Nobody has said which end is DTE and which DCE.' : `${unitEnd} to ${modemEnd}.`,
      [key(link, 'unitEnd'), key(link, 'modemEnd'), key(link, 'cable')],
      at(link, 'plug') === 'RJ45' ? 'leads' : null,
    );
  });
  const supplyVolts = view.value(settingKey('site', null, 'supplyVolts'));
  const boxless = profiles.filter(({ supply }) => supply?.inTheBox === false);
  const supplies = boxless.map(({ id, name, supply }) =>
    line(
      `supply ${id}`,
      `Supply for ${name}, ${showFigure(supply?.least ?? 0, 'mV')} to ${showFigure(supply?.most ?? 0, 'mV')}, ${showFigure(supply?.watts ?? 0, 'mW')} or more`,
      typeof supplyVolts === 'number' ? `None is in the box; the site gives ${showFigure(supplyVolts, 'mV')}.` : 'None is in the box.',
      [settingKey('site', null, 'supplyVolts')],
      'leads',
    ),
  );
  const fuse = view.value(settingKey('site', null, 'fuse'));
  const fuses =
    typeof fuse === 'number'
      ? [line('fuse', `Two fuses of ${showFigure(fuse, 'mA')}`, 'One to fit, one to spare.', [settingKey('site', null, 'fuse')])]
      : [];
  const terminals =
    of('terminal').length > 0
      ? [
          line('ferrules', `${of('terminal').length * 2} ferrules and a crimper`, 'Each wire on a terminal has two ends.'),
          line('labels', 'Labels and a pen that lasts', 'Whoever opens it in a year has only them.'),
        ]
      : [];
  const notInBox = profiles.flatMap(({ id, name, notInTheBox = [] }) =>
    notInTheBox
      .filter((what) => what !== 'supply')
      .map((what) =>
        line(
          `box ${id} ${what}`,
          what.replace(/^./, (first) => first.toUpperCase()),
          `Not in the box of ${name}.`,
        ),
      ),
  );
  const tools = [
    ...(of('sim').length > 0 ? [line('pin', 'Pin for the card tray', 'Some slots open only with one.')] : []),
    line('screwdrivers', 'A small and a flat screwdriver', 'Terminals and covers.'),
    line('meter', 'Multimeter', 'Volts at the terminals, idle and transmitting.', [], 'volts'),
    ...(of('link').length > 0 ? [line('converter', 'USB to serial converter', 'The laptop has no such socket.')] : []),
    ...(of('modem').some((modem) => at(modem, 'lan') !== '') || bindingsOf(view).paths.some(({ kind }) => kind === 'ethernet')
      ? [line('patch', 'Ethernet cable', 'To log in, and to try the line.')]
      : []),
    line('laptop', 'Laptop or tablet, charged', 'This sheet, and the device’s page.'),
  ];
  const buses = of('bus').map((bus) =>
    line(
      `bus ${bus.id}`,
      `Bus cable ${bus.label} and two terminations of 120 Ω`,
      referred(view, bus, 'unit') === null ? 'A bus has two ends.' : 'A bus has two ends; look at both.',
      [key(bus, 'ends')],
    ),
  );
  return [...cards, ...aerials, ...serial, ...buses, ...supplies, ...fuses, ...terminals, ...tools, ...notInBox];
};
