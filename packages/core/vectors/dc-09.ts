// ANSI/SIA DC-09: frames with their CRC and length, without LF and CR. The frame rule is from memory of the standard; every CRC and length was reckoned by two programs and by the library `crc`.
// The first frame's CRC is also remembered from an open-source receiver's test data.

export const frames: readonly (readonly [frame: string, what: string])[] = [
  ['E5D50034"SIA-DCS"6002L0#AAA[|Nri1/CL501]_14:12:04,09-25-2019', 'closed, area 1, user 501'],
  ['1E090036"SIA-DCS"0001L0#1234[#1234|NBA001]_12:00:00,06-15-2026', 'burglary, zone 1'],
  ['2DBB0022"SIA-DCS"0001L0#1234[#1234|NBA001]', 'no timestamp'],
  ['E9B50027"ADM-CID"0002L0#1234[#1234|1131 01 015]', 'Contact ID'],
  ['D184003D"ADM-CID"0002R1L0#1234[#1234|1131 01 015]_12:00:05,06-15-2026', 'with a receiver number'],
  ['C3DA0027"ADM-CID"9999L0#1234[#1234|3401 00 002]', 'the last sequence number'],
  ['1EF20013"NULL"0000L0#1234[]', 'supervision'],
  ['01510029"NULL"0003R0L0#1234[]_00:00:00,01-01-2027', 'a CRC with a zero in front'],
];
export const answers = {
  ack: '1BC10012"ACK"0001L0#1234[]',
  ackWithReceiver: '1AB20014"ACK"0002R1L0#1234[]',
  nak: '574F0025"NAK"0000R0L0A0[]_12:00:00,06-15-2026',
  duh: '251F0012"DUH"0001L0#1234[]',
} as const;
/** Encrypted, from a vector made with openssl: this desk has no key. */
export const encrypted =
  '50ED0076"*SIA-DCS"0003L0#1234[B4FFF742417A401184E228AD8BA26607A75DACDB0FBDBB7238FD521F553D834D710768CB81A34D313BFBA7194F64DC46';

/** ANSI/SIA DC-05: message without its check digit, the digit. The first is the standard's own example, from memory. */
export const contactId: readonly (readonly [message: string, check: string])[] = [
  ['1234 18 1131 01 015', '8'],
  ['1234 18 3401 00 002', 'B'],
  ['0000 18 1301 01 001', '9'],
  ['1234 98 1131 01 015', 'F'],
  ['5555 18 1602 00 000', '7'],
  ['1234 18 1601 00 000', '3'],
  ['1234 18 3137 01 003', '8'],
  ['9999 18 1302 00 000', '9'],
];
