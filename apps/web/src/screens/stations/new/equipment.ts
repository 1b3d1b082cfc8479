// The newest version of each published profile, as equipment to choose from.
import { useMemo } from 'react';
import type { Pin } from '@green-lamp/core/journal';
import { type EquipmentKind, type Profile, type ProfileRole, profileShape } from '@green-lamp/core/sheet';
import { useVersions } from '../../rules/versions.ts';

export type EquipmentProfile = { readonly profile: Profile; readonly pin: Pin };

/** As the trade calls it, beside the profile's own name: what is searched as well. */
const called: { readonly [K in EquipmentKind]: string } = {
  'serial modem': 'modem cable instrument dial',
  logger: 'recorder instrument datalogger sensor',
  panel: 'alarm plant keypad intruder fire',
  router: 'gateway mobile WAN LAN',
  'router pair': 'second router redundant',
  'board router': 'embedded module nano',
  cradle: 'dongle telephone backup',
  'I/O controller': 'SMS texts pump tank level relay',
  'bus bridge': 'CAN Modbus inverter battery machine cloud',
  'long-range gateway': 'radio sensors EUI network server',
  handheld: 'terminal telephone scanner',
  'branch gateway': 'VPN tunnel office',
  'reporting module': 'communicator host panel',
};

/** Null while the browser does not know them yet. */
export const useEquipment = (): readonly EquipmentProfile[] | null => {
  const versions = useVersions('profiles');
  return useMemo(() => {
    if (versions === undefined) return null;
    const newest = versions.filter(({ id }, i) => versions.findIndex((one) => one.id === id) === i);
    return newest
      .flatMap(({ id, version, hash, body }): EquipmentProfile[] => {
        const parsed = profileShape(body, '');
        return parsed.ok ? [{ profile: parsed.value, pin: { id, version, hash } }] : [];
      })
      .sort((a, b) => a.profile.name.localeCompare(b.profile.name));
  }, [versions]);
};

export const ofRole = (all: readonly EquipmentProfile[], role: ProfileRole): readonly EquipmentProfile[] =>
  all.filter(({ profile }) => profile.role === role);

/** Those that all of the words are found in. */
export const searched = (all: readonly EquipmentProfile[], find: string): readonly EquipmentProfile[] => {
  const words = find
    .toLowerCase()
    .split(/\s+/)
    .filter((word) => word !== '');
  return all.filter(({ profile: { name, about, kind } }) => {
    const text = `${name} ${about} ${kind ?? ''} ${kind === undefined ? '' : called[kind]}`.toLowerCase();
    return words.every((word) => text.includes(word));
  });
};
