// RFC 8785, JSON Canonicalization Scheme: the object of §3.2.2 with its text of §3.2.3, and number samples of appendix B. From memory.
export const object = {
  numbers: [Number('333333333.33333329'), 1e30, 4.5, 2e-3, 0.000000000000000000000000001],
  string: '\u20ac$\u000F\u000aA\'\u0042\u0022\u005c\\"/',
  literals: [null, true, false],
};
export const objectText =
  '{"literals":[null,true,false],"numbers":[333333333.3333333,1e+30,4.5,0.002,1e-27],"string":"\u20ac$\\u000f\\nA\'B\\"\\\\\\\\\\"/"}';
export const sorted = {
  '\u20ac': 'Euro Sign',
  '\r': 'Carriage Return',
  '\ufb33': 'Hebrew Letter Dalet With Dagesh',
  '1': 'One',
  '\ud83d\ude00': 'Emoji: Grinning Face',
  '\u0080': 'Control',
  '\u00f6': 'Latin Small Letter O With Diaeresis',
};
export const sortedOrder = [
  'Carriage Return',
  'One',
  'Control',
  'Latin Small Letter O With Diaeresis',
  'Euro Sign',
  'Emoji: Grinning Face',
  'Hebrew Letter Dalet With Dagesh',
];
export const numbers: readonly (readonly [string, string])[] = [
  ['0000000000000000', '0'],
  ['8000000000000000', '0'],
  ['0000000000000001', '5e-324'],
  ['7fefffffffffffff', '1.7976931348623157e+308'],
  ['4340000000000000', '9007199254740992'],
  ['c340000000000000', '-9007199254740992'],
  ['4430000000000000', '295147905179352830000'],
  ['44b52d02c7e14af5', '9.999999999999997e+22'],
  ['44b52d02c7e14af6', '1e+23'],
  ['3eb0c6f7a0b5ed8d', '0.000001'],
  ['41b3de4355555553', '333333333.3333332'],
];
