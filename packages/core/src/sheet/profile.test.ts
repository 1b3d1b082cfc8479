import { Ajv2020 } from 'ajv/dist/2020.js';
import fc from 'fast-check';
import {
  askedBy,
  definition,
  equipmentKinds,
  type EquipmentKind,
  type Profile,
  profileSchema,
  profileShape,
  shippedProfiles,
} from './index.ts';

const ajv = new Ajv2020({ allErrors: true, strict: false });
const bySchema = ajv.compile(profileSchema);

/** What each kind asks for at least, one setting for each point of the trade's list. */
const least: { readonly [K in EquipmentKind]: string } = {
  'serial modem':
    'modem.serialOn modem.powerUp link.modemSpeed link.modemFrame link.modemFlow modem.echo modem.quiet modem.results modem.progress modem.dtr modem.dsr modem.dcd modem.resetObeyed modem.dialAsAddress modem.gather modem.gatherUnit modem.gatherChar modem.packet modem.listenPort modem.answers modem.host modem.port modem.outTransport modem.inTransport modem.dialTransport modem.connectLimit modem.idleLimit modem.idleUnit modem.answerDelay modem.identity modem.identityText modem.lineEnd modem.keepaliveOn modem.keepalive modem.callers modem.adminPort modem.adminOutside',
  logger:
    'unit.menuState unit.callOn unit.interface link.unitSpeed unit.sessionLimit unit.trigger unit.recording unit.serial unit.sensors unit.clock unit.memoryUsed desk.name desk.type receiver.transport desk.dials desk.dialsPort desk.polls',
  panel:
    'unit.language unit.installerCode unit.installerName unit.clock unit.zone site.zone unit.callOn unit.account unit.testEvery unit.testAt event.sent unit.restorals unit.deskHost unit.deskName unit.deskPort unit.host2 unit.port2 unit.maintenanceHost unit.maintenancePort unit.paths sim.apn path.lease area.name area.delayed unit.host unit.exitDelay unit.entryDelay device.enrolled device.rangeFrom device.area device.perimeter device.name device.tested code.value code.kind unit.coverShut',
  router:
    'modem.lan modem.mask modem.leasesFrom modem.password sim.apn sim.apnUser sim.apnPassword sim.pin sim.roaming modem.mode modem.bands modem.data modem.changeOver path.priority path.probe path.holdDown modem.restartRule forward.outer outbound.port modem.adminOutside modem.firmware',
  'router pair':
    'modem.leads modem.firmware modem.firmwareLeast modem.file path.socket path.socketFar modem.helperOf modem.serial path.priority',
  'board router': 'antenna.connector antenna.plug sim.size modem.poweredBy path.socket modem.data tunnel.licence tunnel.hub tunnel.traffic',
  cradle: 'path.mobileSource path.probe path.probeTarget path.holdDown login.kept',
  'I/O controller':
    'number.number number.may input.on input.contact input.rest input.debounce input.name input.text input.who output.on output.equation output.duration output.again output.text output.who output.afterPower',
  'bus bridge':
    'bus.familyCabled bus.power bus.ends bus.switches bus.atMaster unit.setupWindow wifi.name claim.account claim.serial bus.family',
  'long-range gateway':
    'claim.code wifi.name wifi.key unit.id portal.idTyped unit.frequencyPlan unit.region claim.id site.position portal.server',
  handheld: 'sim.size sim.roaming modem.mode apn.label apn.value apn.chosen modem.data modem.warnAt modem.dataLimit modem.countsFrom',
  'branch gateway': 'licence.have it.outside modem.lan modem.mask wifi.name site.clients tunnel.hub tunnel.here tunnel.there path.on',
  'reporting module':
    'computer.port unit.file unit.fileSerial unit.remoteOn unit.startWord sim.apn sim.apnUser sim.apnPassword path.nameServer number.number unit.maintenanceHost unit.maintenancePort',
};

test('at least 14 profiles ship, one for every kind, each with an id of its own, and each is sound by its shape and by the schema', () => {
  expect(shippedProfiles.length).toBeGreaterThanOrEqual(14);
  expect(new Set(shippedProfiles.map(({ id }) => id)).size).toBe(shippedProfiles.length);
  expect(new Set(shippedProfiles.map(({ kind }) => kind))).toEqual(new Set(equipmentKinds));
  for (const profile of shippedProfiles) {
    expect(profileShape(profile, '')).toEqual({ ok: true, value: profile });
    expect([profile.id, bySchema(profile), bySchema.errors]).toEqual([profile.id, true, null]);
    const ids = (profile.menu ?? []).map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
  }
});
test.each(shippedProfiles.map((profile): [string, Profile] => [profile.id, profile]))(
  '%s asks for at least what its kind asks for',
  (_, profile) => {
    const wanted = profile.kind === undefined ? [] : least[profile.kind].split(' ');
    for (const key of wanted) expect(definition(key)?.key).toBe(key);
    expect(wanted.filter((key) => !askedBy(profile).includes(key))).toEqual([]);
  },
);
test('the serial modem asks for thirty and more, the panel for sixty prompts and more', () => {
  const of = (id: string) => shippedProfiles.find((profile) => profile.id === id);
  const [modem, panel] = [of('serial-modem'), of('keypad-panel')];
  expect(modem === undefined ? 0 : askedBy(modem).length).toBeGreaterThanOrEqual(30);
  expect(panel?.menu?.length).toBeGreaterThanOrEqual(60);
});
test('the schema is one by its own meta-schema (JSON Schema 2020-12, checked by ajv)', () =>
  expect(ajv.validateSchema(profileSchema)).toBe(true));
test('what the shape takes, the schema takes; what the schema refuses, the shape refuses with a path', () =>
  fc.assert(
    fc.property(
      fc.constantFrom(...shippedProfiles),
      fc.constantFrom('id', 'version', 'role', 'boot', 'menu', 'supply', 'kind', 'colour'),
      fc.oneof(fc.string({ maxLength: 8 }), fc.integer(), fc.constant(null), fc.constant([]), fc.constant({})),
      (profile, name, value) => {
        const changed = { ...profile, [name]: value };
        const parsed = profileShape(changed, '');
        const taken = bySchema(changed);
        return (!parsed.ok || taken) && (taken || (!parsed.ok && parsed.problems.every(({ code }) => code.length > 0)));
      },
    ),
    { seed: 21, numRuns: 200 },
  ));
test('errors of an imported profile are told by path', () => {
  const [first] = shippedProfiles;
  const parsed = profileShape({ ...first, boot: -1, menu: [{ id: 'x', shows: '', is: 'sing', setting: 'sim.colour' }] }, '');
  expect(parsed.ok ? [] : parsed.problems.map(({ path }) => path)).toEqual(['boot', 'menu[0].shows', 'menu[0].is', 'menu[0].setting']);
});
