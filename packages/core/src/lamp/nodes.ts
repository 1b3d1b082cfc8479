// Nodes and gateways of long-range radio as the sheet has them, and the names under which a desk finds their station.
import { type ElementId, type Json, plainText, settingKey, type Ulid } from '../name/index.ts';
import { elementsOf, type State, wanted } from '../journal/index.ts';
import { type DefinitionKey, isSecret } from '../sheet/index.ts';
import { nodeName } from '../wire/index.ts';

export type NodeOnSheet = {
  readonly id: ElementId;
  readonly label: string;
  /** As it stands before its values. */
  readonly name: string;
  /** Its address on the air, eight small hex digits. */
  readonly address: string;
  readonly zone: string | null;
  /** Its session keys, as references to what the desk keeps. */
  readonly keys: { readonly network: Ulid | null; readonly app: Ulid | null };
  /** A reset brings its counter back to 0. */
  readonly resets: boolean;
  /** The text of its decoder; empty where there is none. */
  readonly decoder: string;
};
type Key = Extract<DefinitionKey, `device.${string}`>;

/** The devices of a sheet that have an address on the air. */
export const nodesOf = (state: State): NodeOnSheet[] =>
  elementsOf(state, 'device').flatMap(({ id, label }) => {
    const at = (key: Key): Json | undefined => wanted(state, settingKey('device', id, key.slice('device.'.length)));
    const address = plainText(at('device.address') ?? '').toLowerCase();
    if (!/^[0-9a-f]{8}$/.test(address)) return [];
    const secret = (key: Key): Ulid | null => {
      const value = at(key);
      return isSecret(value) ? value.secret : null;
    };
    const zone = at('device.deskZone') ?? at('device.zone');
    const called = plainText(at('device.name') ?? '').trim();
    return [
      {
        id,
        label: called === '' ? label : called,
        name: nodeName(called === '' ? label : called),
        address,
        zone: typeof zone === 'number' ? String(zone) : null,
        keys: { network: secret('device.networkKey'), app: secret('device.appKey') },
        resets: at('device.resets') === true,
        decoder: plainText(at('device.decoder') ?? ''),
      },
    ];
  });

/** The account under which a station's uplinks come: of the receiver that hears them; null where the sheet has none. */
export const radioAccountOf = (state: State): string | null => {
  const one = elementsOf(state, 'receiver').find(({ id }) => wanted(state, settingKey('receiver', id, 'protocol')) === 'radio');
  const account = one === undefined ? null : wanted(state, settingKey('receiver', one.id, 'account'));
  return typeof account === 'string' ? account : null;
};

/** The EUIs of a station's own gateways. */
export const gatewaysOf = (state: State): string[] =>
  elementsOf(state, 'unit').flatMap(({ id }) => {
    const eui = plainText(wanted(state, settingKey('unit', id, 'id')) ?? '').toLowerCase();
    return /^[0-9a-f]{16}$/.test(eui) ? [eui] : [];
  });

export const nodeAt = (address: string): string => `node:${address}`;
export const gatewayAt = (eui: string): string => `gateway:${eui}`;
/** What a station that hears uplinks is found by, beside its addresses. */
export const radioNames = (state: State): string[] =>
  radioAccountOf(state) === null ? [] : [...nodesOf(state).map(({ address }) => nodeAt(address)), ...gatewaysOf(state).map(gatewayAt)];
