// Remote programming: the start message from a profile's template and the sheet, who may send it, and whether a way back remains.
import { type Json, keyParts, plainText, type SettingKey, settingKey } from '../name/index.ts';
import { segmentsOf, type Segments } from '../sums/index.ts';
import { bindingsOf, definition, isSecret, type Profile, type SheetView } from '../sheet/index.ts';

export type Composed = {
  readonly name: string;
  /** The text as far as it is known; secrets stand as dots of their length's place, to be typed in by hand. */
  readonly text: string;
  readonly missing: readonly SettingKey[];
  readonly secrets: readonly SettingKey[];
  readonly segments: Segments;
};

const keyOf = (view: SheetView, name: string): SettingKey | null => {
  const of = definition(name);
  if (of === null) return null;
  const param = name.slice(of.holder.length + 1);
  const maintenance = view.elements.find(
    ({ group, id }) => group === 'receiver' && of.holder === 'receiver' && view.value(settingKey('receiver', id, 'role')) === 'maintenance',
  );
  const element = maintenance ?? view.elements.find(({ group }) => group === of.holder);
  const once = !view.elements.some(({ group }) => group === of.holder) && ['site', 'desk', 'it', 'portal', 'computer'].includes(of.holder);
  return element !== undefined ? settingKey(of.holder, element.id, param) : once ? settingKey(of.holder, null, param) : null;
};

/** How a secret stands in a composed text: it is never written out. */
export const secretMark = '••••';

/** What is known of a secret that a text holds: opened where the text is sent and not shown, else its length, so that the text is counted as it will be. */
export type SecretsOfText = { readonly plain?: (ref: string) => string | null; readonly length?: (ref: string) => number | null };

/** The text messages of a profile, filled in from the sheet. `{unit.startWord}` in a template stands for that setting. */
export const compose = (profile: Profile, view: SheetView, { plain, length }: SecretsOfText = {}): Composed[] =>
  (profile.texts ?? []).map(({ name, template }) => {
    const missing: SettingKey[] = [];
    const secrets: SettingKey[] = [];
    let hidden = '';
    const text = template.replace(/\{([a-zA-Z.]+)\}/g, (whole, of: string) => {
      const key = keyOf(view, of);
      const value: Json = key === null ? null : (view.value(key) ?? null);
      if (key === null) return whole;
      if (isSecret(value)) {
        secrets.push(key);
        const opened = plain?.(value.secret) ?? null;
        if (opened !== null) return opened;
        // Letters of the 7-bit alphabet in its place, so many as it has.
        hidden = 'x'.repeat(length?.(value.secret) ?? secretMark.length);
        return secretMark;
      }
      if (value === null || value === '') {
        missing.push(key);
        return whole;
      }
      return plainText(value);
    });
    return { name, text, missing, secrets, segments: segmentsOf(text.replaceAll(secretMark, hidden)) };
  });

export type Sender = 'listed' | 'not listed' | 'any' | 'portal' | 'no texts' | 'unknown';

/** Whether a text from this telephone starts a session: by the unit's list, or by what the card takes. */
export const senderOf = (view: SheetView, phone: string): Sender => {
  const [path] = bindingsOf(view).paths.filter(({ sim }) => sim !== null);
  const at = (group: 'sim' | 'unit', param: string): Json => {
    const id = group === 'sim' ? path?.sim : path?.unit;
    return id === null || id === undefined ? null : (view.value(settingKey(group, id, param)) ?? null);
  };
  const texts = at('sim', 'texts');
  if (texts === 'none') return 'no texts';
  if (texts === 'portal') return 'portal';
  const from = at('unit', 'startFrom');
  if (from === 'any') return 'any';
  if (from !== 'listed' || phone === '') return 'unknown';
  const numbers = view.elements
    .filter(({ group }) => group === 'number')
    .filter(({ id }) => view.value(settingKey('number', id, 'may')) !== 'told');
  return numbers.some(({ id }) => view.value(settingKey('number', id, 'number')) === phone) ? 'listed' : 'not listed';
};

/** Settings by which a remote change itself travels: changed wrongly, nobody gets back in. */
const ways: readonly string[] = [
  'sim.apn',
  'sim.apnUser',
  'sim.apnPassword',
  'sim.apnAuth',
  'sim.pin',
  'sim.roaming',
  'apn.value',
  'apn.chosen',
  'path.on',
  'path.priority',
  'path.sim',
  'path.modem',
  'path.ip',
  'path.network',
  'path.gateway',
  'path.nameServer',
  'path.tunnel',
  'modem.mode',
  'modem.data',
  'modem.slotActive',
  'modem.listenPort',
  'modem.callers',
  'modem.adminPort',
  'modem.lan',
  'modem.mask',
  'modem.password',
  'modem.startWord',
  'modem.inTransport',
  'modem.answers',
  'unit.remoteOn',
  'unit.startWord',
  'unit.startFrom',
  'unit.maintenanceHost',
  'unit.maintenancePort',
  'unit.paths',
  'unit.installerCode',
  'number.number',
  'number.may',
  'number.ticked',
  'tunnel.here',
  'tunnel.there',
  'tunnel.hub',
  'tunnel.key',
  'subnet.network',
  'forward.outer',
  'forward.inner',
  'forward.to',
  'receiver.port',
  'receiver.host',
  'wifi.name',
  'wifi.key',
];

export type Lockout = {
  /** Whether the change touches the way by which it travels. */
  readonly touches: boolean;
  /** Other ways to the station that the change does not touch. */
  readonly back: readonly string[];
  /** The person has to say in words how they get back. */
  readonly askWords: boolean;
};

/** What remains to get back in by, if a change of one setting from afar goes wrong. */
export const lockout = (view: SheetView, key: SettingKey): Lockout => {
  const { definition: name, element } = keyParts(key);
  const touches = ways.includes(name);
  if (!touches) return { touches, back: [], askWords: false };
  const { paths } = bindingsOf(view);
  const own = view.elements.find(({ id }) => id === element);
  const uses = (use: (typeof paths)[number]): boolean =>
    own === undefined || [use.path, use.sim, use.modem, ...use.also].includes(own.id) || (own.group === 'unit' && use.unit === own.id);
  const label = (id: string): string => view.elements.find((one) => one.id === id)?.label ?? id;
  const other = paths
    .filter((use) => !uses(use) && view.value(settingKey('path', use.path, 'on')) !== false)
    .map(({ path }) => `over ${label(path)}`);
  const [unit] = view.elements.filter(({ group }) => group === 'unit');
  const byText =
    unit !== undefined &&
    view.value(settingKey('unit', unit.id, 'remoteOn')) === true &&
    ![
      'unit.remoteOn',
      'unit.startWord',
      'unit.startFrom',
      'number.number',
      'number.may',
      'number.ticked',
      'unit.maintenanceHost',
      'unit.maintenancePort',
      'modem.slotActive',
      'modem.mode',
      'path.sim',
      'path.modem',
    ].includes(name) &&
    view.elements.some((sim) => sim.group === 'sim' && view.value(settingKey('sim', sim.id, 'texts')) !== 'none' && own?.id !== sim.id);
  const back = [...other, ...(byText ? ['by a text message that makes it call'] : [])];
  return { touches, back, askWords: back.length === 0 };
};
