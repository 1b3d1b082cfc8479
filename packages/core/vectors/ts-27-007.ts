// 3GPP TS 27.007 clauses 8.5 (+CSQ), 8.69 (+CESQ), 7.2 (registration), 9.2 (errors); TS 24.301 clauses 9.9.3.9 and 9.9.4.4 (causes).
// Ranges were recomputed from the formulas and, but for RSCP, Ec/No and NR, compared with a protocol analyser's tables; NR is from memory. Causes and errors compared with an open modem library's headers.

export const csq: readonly (readonly [n: number, least: number | null, most: number | null])[] = [
  [0, null, -113],
  [1, -111, -109],
  [2, -109, -107],
  [9, -95, -93],
  [10, -93, -91],
  [15, -83, -81],
  [18, -77, -75],
  [20, -73, -71],
  [30, -53, -51],
  [31, -51, null],
];
export const csqRefused = [32, 50, 98, -1, 100, 1.5];

export const cesq = {
  rxlev: [
    [0, null, -110],
    [1, -110, -109],
    [62, -49, -48],
    [63, -48, null],
  ],
  rscp: [
    [0, null, -120],
    [1, -120, -119],
    [95, -26, -25],
    [96, -25, null],
  ],
  ecno: [
    [0, null, -24],
    [1, -24, -23.5],
    [48, -0.5, 0],
    [49, 0, null],
  ],
  rsrq: [
    [0, null, -19.5],
    [1, -19.5, -19],
    [20, -10, -9.5],
    [33, -3.5, -3],
    [34, -3, null],
  ],
  rsrp: [
    [0, null, -140],
    [1, -140, -139],
    [50, -91, -90],
    [96, -45, -44],
    [97, -44, null],
  ],
  ssRsrp: [
    [0, null, -156],
    [50, -107, -106],
    [126, -31, null],
  ],
  ssSinr: [
    [0, null, -23],
    [66, 9.5, 10],
    [127, 40, null],
  ],
} as const;
export const cesqUnknown = { rxlev: 99, rscp: 255, ecno: 255, rsrq: 255, rsrp: 255, ssRsrp: 255, ssSinr: 255 } as const;

export const registrations: readonly (readonly [line: string, state: string, domain: string])[] = [
  ['+CREG: 0,1', 'registered, home', 'voice'],
  ['+CREG: 1', 'registered, home', 'voice'],
  ['+CREG: 2,5,"00C3","0A1B2C03",7', 'registered, roaming', 'voice'],
  ['+CGREG: 2', 'searching', '2G and 3G data'],
  ['+CEREG: 5,"00C3","0A1B2C03",7', 'registered, roaming', '4G'],
  ['+CEREG: 3,3,,,,0,15', 'denied', '4G'],
  ['+C5GREG: 2,1,"0000C3","00000A1B2C",11', 'registered, home', '5G'],
];

export const errors: readonly (readonly [line: string, words: string])[] = [
  ['+CME ERROR: 10', 'SIM not inserted'],
  ['+CME ERROR: 11', 'SIM PIN required'],
  ['+CME ERROR: 30', 'no network service'],
  ['+CME ERROR: 111', 'PLMN not allowed'],
  ['+CME ERROR: 148', 'unspecified GPRS error'],
  ['+CME ERROR: SIM not inserted', 'SIM not inserted'],
  ['+CMS ERROR: 310', 'SIM not inserted'],
  ['+CMS ERROR: 500', 'unknown error'],
];
/** For EMM 2 to 22 and ESM 26 to 37 the +CME number is 100 + the cause, where both tables name it. */
export const cmeOfCause = { emm: [3, 6, 7, 11, 12, 13], esm: [26, 27, 28, 29, 30, 31, 32, 33, 34] } as const;
export const emm = {
  2: 'IMSI unknown in HSS',
  11: 'PLMN not allowed',
  15: 'no suitable cells in tracking area',
  22: 'congestion',
} as const;
export const esm = {
  8: 'operator determined barring',
  27: 'missing or unknown APN',
  33: 'requested service option not subscribed',
} as const;
