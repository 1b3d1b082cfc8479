// What must agree between two holders. Data: the bridges on the sheet and the checks of the same name come from this list.
import type { LampName } from '../name/index.ts';
import type { DefinitionKey } from './table.ts';

/** equal; equal apart from letter case; the larger of two; one of a list; never the same; two lists with something in common. */
export type AgreementKind = 'equal' | 'less' | 'member' | 'disjoint' | 'meet';
export type Agreement = {
  /** The row of the trade's list of what must agree. */
  readonly row: number;
  readonly kind: AgreementKind;
  readonly a: DefinitionKey;
  readonly b: DefinitionKey;
  readonly lamp: LampName;
  readonly severity: 'stop' | 'fix' | 'look';
  /** What happens if not. */
  readonly otherwise: string;
  /** A check of its own says more than that the two differ. */
  readonly ruledBy?: string;
};

const row = (
  number: number,
  kind: AgreementKind,
  a: DefinitionKey,
  b: DefinitionKey,
  lamp: LampName,
  severity: Agreement['severity'],
  otherwise: string,
  ruledBy?: string,
): Agreement => ({ row: number, kind, a, b, lamp, severity, otherwise, ...(ruledBy === undefined ? {} : { ruledBy }) });

export const agreements: readonly Agreement[] = [
  row(1, 'equal', 'apn.value', 'sim.apn', 'Bearer', 'stop', 'It registers and gets no context.'),
  row(2, 'equal', 'apn.user', 'sim.apnUser', 'Bearer', 'stop', 'The context is refused.'),
  row(3, 'equal', 'apn.slot', 'sim.slot', 'Bearer', 'fix', 'The card is used with another card’s access point.'),
  row(3, 'equal', 'modem.slotActive', 'sim.slot', 'Card', 'fix', 'The other card is used.', 'card/slot-in-use'),
  row(5, 'equal', 'sim.size', 'modem.slot', 'Card', 'fix', 'It does not fit.', 'card/sim-fits-slot'),
  row(6, 'meet', 'modem.bands', 'sim.bands', 'Bearer', 'stop', 'There is no band on which they could meet.', 'bearer/band-in-common'),
  row(6, 'meet', 'modem.radios', 'sim.radios', 'Bearer', 'stop', 'There is no technology on which they could meet.'),
  row(6, 'meet', 'antenna.bands', 'sim.bands', 'Signal', 'fix', 'The aerial is deaf there.'),
  row(7, 'equal', 'sim.home', 'site.homeNetwork', 'Bearer', 'look', 'The card roams there.', 'bearer/roams'),
  row(8, 'equal', 'number.number', 'computer.phone', 'Reach', 'look', 'The text starts nothing.', 'reach/sender-listed'),
  row(10, 'member', 'desk.textNumber', 'modem.callers', 'Reach', 'fix', 'Its texts are ignored.'),
  row(11, 'equal', 'desk.dials', 'sim.address', 'Reach', 'stop', 'Calls of the desk go to somebody else.'),
  row(
    12,
    'equal',
    'unit.deskHost',
    'receiver.host',
    'Route',
    'stop',
    'Its calls go elsewhere, and nothing says so.',
    'route/receiver-agrees',
  ),
  row(12, 'equal', 'receiver.host', 'it.outside', 'Route', 'fix', 'Calls do not come to the forward.'),
  row(13, 'equal', 'unit.deskPort', 'receiver.port', 'Route', 'stop', 'Nobody answers there.', 'route/receiver-agrees'),
  row(13, 'equal', 'receiver.port', 'forward.outer', 'Route', 'stop', 'The router sends the call nowhere.'),
  row(14, 'equal', 'forward.to', 'receiver.listensOn', 'Route', 'stop', 'The call goes to another machine.'),
  row(15, 'equal', 'desk.dialsPort', 'modem.listenPort', 'Reach', 'stop', 'The poll finds nobody.'),
  row(
    16,
    'disjoint',
    'modem.port',
    'modem.listenPort',
    'Route',
    'look',
    'Outgoing and incoming are two numbers; alike, they may be swapped.',
  ),
  row(16, 'disjoint', 'modem.listenPort', 'modem.adminPort', 'Reach', 'stop', 'Two things can’t answer on one port.'),
  row(17, 'equal', 'unit.transport', 'receiver.transport', 'Route', 'stop', 'One waits for what the other never sends.'),
  row(17, 'equal', 'modem.outTransport', 'receiver.transport', 'Route', 'stop', 'One waits for what the other never sends.'),
  row(17, 'equal', 'modem.dialTransport', 'receiver.transport', 'Route', 'stop', 'What the unit dials goes out by the other one.'),
  row(17, 'equal', 'outbound.transport', 'unit.transport', 'Route', 'fix', 'A rule for the one does nothing for the other.'),
  row(17, 'equal', 'forward.transport', 'receiver.transport', 'Route', 'stop', 'The router drops it.'),
  row(17, 'equal', 'modem.inTransport', 'desk.dialsBy', 'Reach', 'stop', 'The poll finds nobody.'),
  row(18, 'equal', 'link.unitSpeed', 'link.modemSpeed', 'Inputs', 'stop', 'They hear garbage or nothing.'),
  row(18, 'equal', 'link.unitFrame', 'link.modemFrame', 'Inputs', 'stop', 'They hear garbage.'),
  row(19, 'equal', 'link.unitFlow', 'link.modemFlow', 'Inputs', 'fix', 'It stands still when it gets busy.'),
  row(22, 'less', 'unit.silence', 'modem.idleLimit', 'Call', 'fix', 'The session is cut while the unit thinks.'),
  row(22, 'less', 'modem.idleLimit', 'modem.sessionLimit', 'Call', 'look', 'The idle limit never comes into play.'),
  row(
    25,
    'equal',
    'unit.account',
    'receiver.account',
    'Call',
    'stop',
    'Its calls would be logged as an unknown caller.',
    'call/account-agrees',
  ),
  row(26, 'equal', 'unit.protocol', 'receiver.protocol', 'Route', 'stop', 'The listener does not understand it.'),
  row(26, 'equal', 'unit.keyBits', 'receiver.keyBits', 'Route', 'stop', 'Every event is rejected.'),
  row(27, 'equal', 'unit.serial', 'desk.serial', 'Call', 'fix', 'The desk’s record is of another device.'),
  row(27, 'equal', 'unit.type', 'desk.type', 'Call', 'fix', 'The desk reads its values by another type.'),
  row(28, 'less', 'unit.testEvery', 'desk.grace', 'Watch', 'fix', 'Every late test sends somebody out.', 'watch/grace-outlasts-test'),
  row(
    29,
    'equal',
    'unit.testAt',
    'desk.expectsTest',
    'Watch',
    'fix',
    'A missed-test alarm is raised by a test that is on time.',
    'watch/test-same-instant',
  ),
  row(29, 'equal', 'unit.zone', 'site.zone', 'Watch', 'fix', 'Every time it sends is shifted.'),
  row(30, 'equal', 'device.zone', 'device.deskZone', 'Inputs', 'stop', 'Somebody goes to the wrong room.', 'inputs/zone-agrees'),
  row(30, 'equal', 'device.name', 'device.deskName', 'Inputs', 'fix', 'The desk reads out another name.'),
  row(30, 'equal', 'input.name', 'input.deskName', 'Inputs', 'fix', 'The desk reads out another name.'),
  row(30, 'equal', 'area.name', 'area.deskName', 'Inputs', 'fix', 'The desk reads out another name.'),
  row(31, 'equal', 'event.sent', 'event.expected', 'Call', 'fix', 'The desk waits for it, or is surprised by it.', 'call/event-expected'),
  row(32, 'less', 'unit.entryDelay', 'desk.entryDelay', 'Call', 'fix', 'The desk takes the call for lost.'),
  row(36, 'less', 'path.switchMost', 'desk.grace', 'Standby', 'fix', 'Each change-over may raise a missed-test alarm.'),
  row(38, 'member', 'computer.address', 'computer.network', 'Reach', 'fix', 'There is no log-in.', 'reach/computer-in-network'),
  row(39, 'equal', 'computer.port', 'computer.converterPort', 'Inputs', 'fix', 'No link is opened.'),
  row(39, 'equal', 'link.computerPort', 'computer.converterPort', 'Inputs', 'fix', 'No link is opened.'),
  row(40, 'disjoint', 'path.socket', 'path.socketFar', 'Bearer', 'stop', 'It makes a loop, or two that give leases.'),
  row(42, 'equal', 'modem.fileSerial', 'modem.serial', 'Reach', 'stop', 'Another device’s settings overwrite this one.'),
  row(42, 'equal', 'unit.fileSerial', 'unit.serial', 'Reach', 'stop', 'Another unit’s settings overwrite this one.'),
  row(43, 'equal', 'claim.serial', 'unit.serial', 'Call', 'stop', 'It claims another device.'),
  row(44, 'equal', 'claim.id', 'unit.id', 'Call', 'stop', 'The server waits for another gateway.'),
  row(45, 'equal', 'unit.frequencyPlan', 'portal.frequencyPlan', 'Inputs', 'stop', 'Server and gateway miss each other.'),
  row(45, 'equal', 'portal.region', 'unit.region', 'Inputs', 'stop', 'The server plans for another country’s band.'),
  row(45, 'equal', 'unit.region', 'unit.hardwareBand', 'Inputs', 'stop', 'It is deaf, or illegal.', 'inputs/region-fits'),
  row(45, 'equal', 'device.band', 'unit.hardwareBand', 'Inputs', 'stop', 'The gateway never hears it.'),
  row(46, 'equal', 'wifi.band', 'wifi.deviceBands', 'Signal', 'stop', 'The device does not see the network.', 'signal/wifi-band'),
  row(47, 'equal', 'bus.family', 'bus.familyCabled', 'Inputs', 'stop', 'Values come, and are wrong.'),
  row(48, 'equal', 'bus.switches', 'bus.switchesWanted', 'Inputs', 'fix', 'Two at one address talk over each other.'),
  row(50, 'less', 'modem.warnAt', 'modem.dataLimit', 'Watch', 'fix', 'It is cut before it warns.'),
  row(50, 'equal', 'modem.countsFrom', 'sim.billingDay', 'Watch', 'look', 'The device counts another month than the carrier.'),
  row(51, 'equal', 'sim.imeiLock', 'modem.imei', 'Bearer', 'stop', 'The network refuses the card in this modem.'),
  row(52, 'less', 'unit.clockOff', 'desk.clockTolerance', 'Call', 'fix', 'Its events are refused, or taken for repeats.'),
  row(54, 'equal', 'site.position', 'desk.position', 'Watch', 'fix', 'A crew is sent to the wrong place.'),
];
