// Who opens which connection to which address and port, through what; and where it can't arrive.
import { type Json, plainText, type ElementId, type SettingKey, settingKey } from '../name/index.ts';
import { parseHost } from '../sums/index.ts';
import { bindingsOf, definition, showValue, type SheetElement, type SheetView } from '../sheet/index.ts';

export const flowKinds = ['call out', 'poll in', 'wake up', 'maintain'] as const;
export type FlowKind = (typeof flowKinds)[number];
export type Hop = {
  readonly at: string;
  readonly says: string;
  readonly keys: readonly SettingKey[];
  /** Why nothing gets past here. */
  readonly stops: string | null;
};
export type Flow = {
  readonly is: FlowKind;
  readonly path: ElementId;
  readonly opens: 'the station' | 'the desk';
  readonly hops: readonly Hop[];
  readonly arrives: boolean | null;
};

const shared: readonly Json[] = ['private', 'nat'];

/** The flows of a sheet, path by path: call out always; poll in, wake up and maintain where the sheet speaks of them. */
export const flows = (view: SheetView): Flow[] => {
  const by = (id: ElementId | null): SheetElement | null => view.elements.find((element) => element.id === id) ?? null;
  const key = (element: SheetElement, param: string): SettingKey => settingKey(element.group, element.id, param);
  const once = (holder: string, param: string): Json | undefined => view.value(settingKey(holder, null, param));
  const value = (element: SheetElement | null, param: string): Json =>
    element === null ? null : (view.value(key(element, param)) ?? null);
  const said = (element: SheetElement | null, param: string): string =>
    element === null ? '' : showValue(definition(`${element.group}.${param}`), value(element, param));
  const hop = (at: string, says: string, keys: readonly SettingKey[], stops: string | null = null): Hop => ({ at, says, keys, stops });
  const closed = (is: FlowKind, path: ElementId, opens: Flow['opens'], hops: readonly Hop[]): Flow => ({
    is,
    path,
    opens,
    hops,
    arrives: hops.some(({ stops }) => stops !== null) ? false : hops.some(({ says }) => says.includes('not known')) ? null : true,
  });
  const unknown = (text: string): string => (text === '' ? 'not known' : text);

  const out = (
    is: 'call out' | 'maintain',
    path: SheetElement,
    unit: SheetElement,
    sim: SheetElement | null,
    hostParam: string,
    portParam: string,
    receiver: SheetElement | null,
  ): Flow => {
    const [host, port] = [plainText(value(unit, hostParam) ?? ''), value(unit, portParam)];
    const parsed = host === '' ? null : parseHost(host);
    const byName = parsed?.ok === true && parsed.value.kind === 'name';
    const forward = view.elements.find(({ group }) => group === 'forward') ?? null;
    const listens = value(receiver, 'port');
    const outer = value(forward, 'outer');
    const noLookup = byName && value(path, 'nameServerGiven') === false && value(path, 'nameServer') === null;
    const nat = value(sim, 'addressKind');
    return closed(is, path.id, 'the station', [
      hop(
        unit.label,
        `opens ${said(unit, 'transport') || 'a connection'} to ${unknown(host)} on port ${port === null ? 'not known' : plainText(port)}`,
        [key(unit, hostParam), key(unit, portParam)],
      ),
      ...(byName
        ? [
            hop(
              'name lookup',
              `asks for ${host}`,
              [key(path, 'nameServer'), key(path, 'nameServerGiven')],
              noLookup ? 'Nobody tells it a name server.' : null,
            ),
          ]
        : []),
      ...(sim === null
        ? []
        : [
            hop(
              `${path.label}, carrier`,
              shared.includes(nat)
                ? 'goes out through the carrier’s NAT'
                : `goes out from ${said(sim, 'addressKind') || 'an address that is not known'}`,
              [key(sim, 'addressKind')],
            ),
          ]),
      ...(forward === null
        ? []
        : [
            hop(
              forward.label,
              `takes port ${unknown(said(forward, 'outer'))} to ${unknown(said(forward, 'to'))}, port ${unknown(said(forward, 'inner'))}`,
              [key(forward, 'outer'), key(forward, 'to'), key(forward, 'inner')],
              port !== null && outer !== null && port !== outer
                ? `It forwards port ${plainText(outer)}, the unit calls ${plainText(port)}.`
                : null,
            ),
          ]),
      ...(receiver === null
        ? []
        : [
            hop(
              receiver.label,
              `listens on port ${listens === null ? 'not known' : plainText(listens)}`,
              [key(receiver, 'port')],
              port !== null && listens !== null && port !== listens
                ? `It listens on ${plainText(listens)}, the unit calls ${plainText(port)}.`
                : null,
            ),
          ]),
    ]);
  };

  return bindingsOf(view).paths.flatMap((use): Flow[] => {
    const [path, unit, sim, modem] = [by(use.path), by(use.unit), by(use.sim), by(use.modem)];
    if (path === null || unit === null) return [];
    const receivers = view.elements.filter(({ group }) => group === 'receiver');
    const first = receivers.find((receiver) => (value(receiver, 'role') ?? 'primary') === 'primary') ?? null;
    const maintenance = receivers.find((receiver) => value(receiver, 'role') === 'maintenance') ?? null;
    const kind = value(sim, 'addressKind');
    const joined = value(path, 'tunnel') !== null || kind === 'private network';
    const direction = value(path, 'direction');
    const polls = once('desk', 'polls') === true || direction === 'desk' || direction === 'both';
    const dialled = once('desk', 'dialsPort') ?? null;
    const listens = value(modem, 'listenPort');
    const pollIn = closed('poll in', path.id, 'the desk', [
      hop(
        'the desk',
        `opens ${unknown(plainText(once('desk', 'dials') ?? ''))} on port ${dialled === null ? 'not known' : plainText(dialled)}`,
        [settingKey('desk', null, 'dials'), settingKey('desk', null, 'dialsPort')],
      ),
      ...(sim === null
        ? []
        : [
            hop(
              `${path.label}, carrier`,
              joined ? 'reaches it through a tunnel' : `has to come in to ${said(sim, 'addressKind') || 'an address that is not known'}`,
              [key(sim, 'addressKind')],
              !joined && shared.includes(kind)
                ? 'Nothing comes in there: it has no address that can be called.'
                : value(sim, 'inbound') === false
                  ? 'The carrier lets nothing in.'
                  : null,
            ),
          ]),
      ...(modem === null
        ? []
        : [
            hop(
              modem.label,
              `listens on port ${listens === null ? 'not known' : plainText(listens)}`,
              [key(modem, 'listenPort')],
              dialled !== null && listens !== null && dialled !== listens
                ? `It listens on ${plainText(listens)}, the desk dials ${plainText(dialled)}.`
                : null,
            ),
          ]),
    ]);
    const texts = value(sim, 'texts');
    const wakeUp =
      sim === null
        ? null
        : closed('wake up', path.id, 'the desk', [
            hop('a telephone', `sends the start message to ${unknown(said(sim, 'number'))}`, [key(sim, 'number')]),
            hop(
              `${path.label}, carrier`,
              `takes texts ${said(sim, 'texts') || 'in a way that is not known'}`,
              [key(sim, 'texts')],
              texts === 'none' ? 'The card takes no texts.' : null,
            ),
            hop(
              unit.label,
              `answers to ${said(unit, 'startFrom') || 'senders that are not known'}`,
              [key(unit, 'startFrom')],
              value(unit, 'remoteOn') === false ? 'Remote programming is off.' : null,
            ),
          ]);
    return [
      out('call out', path, unit, sim, 'deskHost', 'deskPort', first),
      ...(polls ? [pollIn] : []),
      ...(value(unit, 'remoteOn') !== null && wakeUp !== null ? [wakeUp] : []),
      ...(value(unit, 'maintenanceHost') !== null
        ? [out('maintain', path, unit, sim, 'maintenanceHost', 'maintenancePort', maintenance)]
        : []),
    ];
  });
};
