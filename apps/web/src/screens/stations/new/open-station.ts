// The entries that open a station: its elements, what is known of them, what was typed, and what follows from it.
import { isSettingKey, keyParts, type SettingKey, stationStream, type Stream } from '@green-lamp/core/name';
import type { Pin } from '@green-lamp/core/journal';
import { sentence } from '@green-lamp/core/problem';
import { definitionOf, parseTyped, type ProfileRole, secretFault, type SheetView } from '@green-lamp/core/sheet';
import { firstCall, type Outfit } from '@green-lamp/core/walk';
import { append, type Draft, seal } from '../../../store/append.ts';
import { deviceNow, newId } from '../../../store/device.ts';
import type { EquipmentProfile } from './equipment.ts';

export type Typed = { readonly [key: string]: string };

export type Opening = {
  readonly name: string;
  readonly outfit: Outfit;
  readonly equipment: readonly EquipmentProfile[];
  readonly typed: Typed;
  /** Secrets as they were typed: sealed before anything is written. */
  readonly secrets: Typed;
};

const setting = (key: SettingKey, value: SettingValue['value'], origin: 'default' | 'typed', typed?: string): Draft => ({
  kind: 'setting.set',
  data: { key, value, origin, simulated: false, over: null, ...(typed === undefined ? {} : { typed }) },
});
type SettingValue = Outfit['known'][number];

const adopted = ({ pin, profile }: { pin: Pin; profile: { role: ProfileRole } }): Draft => ({
  kind: 'profile.adopted',
  data: { role: profile.role, ...pin },
});

/** What the desk's side has in force already: it stood so before the station was. */
const standsAtDesk = ({ known }: Outfit): Draft[] => {
  const of = known.filter(({ key, by }) => by === 'desk' && keyParts(key).holder === 'receiver');
  return of.length === 0
    ? []
    : [
        {
          kind: 'setting.staged',
          data: { stage: 'inForce', asOf: deviceNow(), of: of.map(({ key, value }) => ({ key, set: null, value })) },
        },
      ];
};

/** The sheet as it would be opened now. */
export const viewOf = ({ elements, known }: Outfit, typed: Typed): SheetView => {
  const values = new Map(known.map(({ key, value }) => [key, value]));
  return {
    elements,
    value: (key) => {
      const text = typed[key];
      const of = definitionOf(key);
      if (text === undefined || text === '' || of === null) return values.get(key);
      if (of.form.is === 'secret') return secretFault(of.form, text) === null ? text : undefined;
      const parsed = parseTyped(of, text);
      return parsed.ok ? (parsed.value ?? undefined) : undefined;
    },
  };
};

/** What is wrong with a typed value, or null. A secret's text is in no sentence. */
export const faultOf = (key: string, text: string): string | null => {
  const of = isSettingKey(key) ? definitionOf(key) : null;
  if (of === null || text === '') return null;
  const { form } = of;
  if (form.is === 'secret') {
    const fault = secretFault(form, text);
    return fault === null ? null : `${of.label}: ${fault}`;
  }
  const parsed = parseTyped(of, text);
  return parsed.ok ? null : parsed.problems.map((one) => sentence(one)).join(' ');
};

export const openStation = async ({ name, outfit, equipment, typed, secrets }: Opening): Promise<Stream> => {
  const [fault] = Object.entries({ ...typed, ...secrets }).flatMap(([key, text]) => faultOf(key, text) ?? []);
  if (fault !== undefined) throw new Error(fault);
  const stream = stationStream(newId());
  const sealed = await Promise.all(
    Object.entries(secrets)
      .filter(([, plain]) => plain !== '')
      .map(async ([key, plain]) => {
        const made = await seal(stream, plain);
        if (made === null)
          throw new Error('This browser has no key of the desk yet, so it can’t keep a secret. Open the page once while the desk answers.');
        return { key, ...made };
      }),
  );
  const view = viewOf(outfit, typed);
  const said = Object.entries(typed).flatMap(([key, text]): Draft[] => {
    const of = isSettingKey(key) ? definitionOf(key) : null;
    if (!isSettingKey(key) || of === null || text.trim() === '' || of.form.is === 'secret') return [];
    const parsed = parseTyped(of, text);
    return parsed.ok && parsed.value !== null ? [setting(key, parsed.value, 'typed', text)] : [];
  });
  const { follows } = firstCall(
    view,
    equipment.map(({ profile }) => profile),
  );
  const replaced = new Set(Object.entries(typed).flatMap(([key, text]) => (text.trim() === '' ? [] : key)));
  await append(
    stream,
    [
      { kind: 'station.opened', data: { name, demo: false } },
      ...outfit.elements.map(({ group, id, label }): Draft => ({ kind: 'element.added', data: { group, id, label } })),
      ...equipment.map(adopted),
      ...outfit.known.filter(({ key }) => !replaced.has(key)).map(({ key, value }) => setting(key, value, 'default')),
      ...said,
      ...follows.map(({ key, value }) => setting(key, value, 'typed')),
      ...sealed.flatMap(({ key, ref }): Draft[] => (isSettingKey(key) ? [setting(key, { secret: ref }, 'typed')] : [])),
      ...standsAtDesk(outfit),
    ],
    sealed.map((one) => one.sealed),
  );
  return stream;
};
