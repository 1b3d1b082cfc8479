// 3GPP TS 23.003 clause 9.1; the lengths counted as in its encoding, one octet a label.
import { apnFault } from './apn.ts';

test.each([
  'internet',
  'm2m.fellwave',
  '3gnet',
  '1',
  'xn--bcher-kva',
  'track.fellwave',
  'internet.mnc001.mcc001.gprs',
  'a'.repeat(62),
  `${'a'.repeat(31)}.${'b'.repeat(30)}`,
])('%s can be an APN', (apn) => expect(apnFault(apn)).toBeNull());
test.each([
  ['', 'empty'],
  ['iot.fellwave ', 'space'],
  ['iot fellwave', 'space'],
  ['*99#', 'dial string'],
  ['*', 'dial string'],
  ['iot_net', 'character'],
  ['-iot', 'edge'],
  ['iot-', 'edge'],
  ['iot..net', 'edge'],
  ['a'.repeat(64), 'label length'],
  [`${'a'.repeat(31)}.${'b'.repeat(31)}`, 'length'],
  ['a'.repeat(63), 'length'],
  ['lacework', 'prefix'],
  ['rack.fellwave', 'prefix'],
  ['sgsn1', 'prefix'],
  ['internet.gprs', 'suffix'],
  ['internet.mnc01.mcc001.gprs', 'suffix'],
])('%s can’t: %s', (apn, fault) => expect(apnFault(apn)).toBe(fault));
