// What a value says, by whole phrases and never by a part of one: 'roaming not allowed' is no registration, 'no PIN' no state of a card.
// Which phrases pages use is common practice, no source.

/** Small letters, brackets and punctuation as single blanks, dots at the end gone. */
export const plainPhrase = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[.\u2026!]+$/, '')
    .replace(/[\s,;:()[\]/_"'-]+/g, ' ')
    .trim();

const table = <V>(rows: readonly (readonly [V, string])[]): ReadonlyMap<string, V> =>
  new Map(rows.flatMap(([value, phrases]) => phrases.split('|').map((phrase) => [phrase, value] as const)));

export const registrations = table([
  [
    'registered, home',
    'registered home|home|home network|registered home network|registered to home network|registered on home network|registered in home network|registered with home network|registered to the home network',
  ],
  [
    'registered, roaming',
    'registered roaming|roaming|registered roaming network|registered on roaming network|registered to roaming network|registered while roaming|international roaming|national roaming|registered and roaming',
  ],
  [
    'registered',
    'registered|registered to network|registered on network|registered to the network|registered on the network|network registered|sim registered',
  ],
  [
    'searching',
    'searching|searching for network|searching for networks|searching network|searching for a network|not registered searching|not registered and searching|not registered but searching|not registered currently searching|not registered searching for network|unregistered searching',
  ],
  ['not registered, not searching', 'not registered not searching|not registered and not searching|not registered idle'],
  ['not registered', 'not registered|unregistered|not registered to network|not registered on network'],
  [
    'denied',
    'denied|registration denied|denied by network|registration denied by network|rejected|registration rejected|rejected by network|network denied|access denied by network',
  ],
  ['emergency calls only', 'emergency calls only|emergency only|limited service|limited service only'],
]);

export const pinStates = table([
  [
    'ready',
    'ready|sim ready|card ready|inserted ready|inserted and ready|unlocked|pin not required|no pin required|pin ok|sim ok|pin verified',
  ],
  [
    'PIN wanted',
    'pin required|pin wanted|pin needed|sim pin|sim pin required|pin1 required|enter pin|waiting for pin|pin locked|locked pin|sim pin locked|locked by pin|pin lock',
  ],
  [
    'PUK wanted',
    'puk required|puk wanted|puk needed|sim puk|sim puk required|puk1 required|puk locked|locked puk|blocked puk|blocked puk required|sim blocked puk required|enter puk',
  ],
  [
    'no card',
    'no sim|no card|no sim card|absent|sim absent|card absent|not inserted|sim not inserted|card not inserted|sim card not inserted|missing|sim missing|not present|sim not present|no sim inserted|no sim card inserted',
  ],
]);

/** Technologies as pages name them; what is chosen ('LTE only', 'automatic') is none. */
export const technologies: ReadonlySet<string> = new Set(
  (
    'lte|4g|4g lte|lte 4g|lte a|4g+|lte+|4g lte a|lte m|lte m1|cat m|cat m1|lte cat m1|emtc|nb iot|nb1|cat nb1|lte cat nb1|nr|5g|5g nr|5g sa|5g nsa|nr5g sa|nr5g nsa|nr sa|nr nsa|nr5g|en dc|endc|' +
    'umts|3g|wcdma|hspa|hspa+|hsdpa|hsupa|dc hspa+|dc hspa|td scdma|utran|e utran|gsm|2g|gprs|edge|gsm edge|e gprs|3g umts|umts 3g|3g hspa+|2g gsm|2g edge|fdd lte|tdd lte|lte fdd|lte tdd|hspa+ 3g'
  ).split('|'),
);

export const yes: ReadonlySet<string> = new Set([
  'yes',
  'true',
  'on',
  '1',
  'attached',
  'ja',
  'oui',
  'si',
  'ps attached',
  'gprs attached',
  'packet attached',
]);
export const no: ReadonlySet<string> = new Set(['no', 'false', 'off', 'detached', 'not attached', 'nein', 'non']);
export const up: ReadonlySet<string> = new Set([
  'connected',
  'active',
  'activated',
  'established',
  'up',
  'verbunden',
  'connect\u00e9',
  'conectado',
]);
export const down: ReadonlySet<string> = new Set([
  'disconnected',
  'not connected',
  'inactive',
  'not active',
  'down',
  'deactivated',
  'getrennt',
  'd\u00e9connect\u00e9',
  'desconectado',
]);

const nothings = new Set(
  (
    'n a|na|none|null|nil|undefined|unknown|not known|not set|unset|not available|unavailable|not configured|unconfigured|not applicable|not supported|invalid|error|no|nothing|empty|tbd|default|no service|' +
    'searching|limited service|emergency only|no signal|no network|offline|pending|loading|please wait|waiting|not connected|disconnected|auto|automatic|disabled|off|on|enabled|yes|true|false|up|down|ok|inherit|' +
    'k a|keine|kein|nicht gesetzt|aucun|non d\u00e9fini|ninguno|nessuno|geen'
  ).split('|'),
);
/** True where a device writes that it has no value: 'n/a', 'not set', dashes, zeros alone, all ones. */
export const isNothing = (value: string): boolean => {
  const plain = plainPhrase(value);
  return (
    plain === '' || nothings.has(plain) || /^[-?.*#<>\u2013\u2014\u2212\s]*$/.test(value) || /^(?:0x)?(?:0+|f{4,})$/i.test(value.trim())
  );
};

/** Words behind a figure by which a page grades it: they say nothing new. */
const grades =
  'excellent|very good|good|fair|medium|ok|okay|moderate|acceptable|sufficient|poor|weak|bad|very poor|very weak|strong|very strong|sehr gut|gut|mittel|ausreichend|schwach|bon|moyen|faible|buena|media|d\u00e9bil';
const gradeBehind = new RegExp(`^(.*?[\\d%mMB])\\s*(?:[-\u2013\u2014:/,]\\s*)?[([]?(?:${grades})[)\\]]?$`, 'i');
export const withoutGrade = (value: string): string => gradeBehind.exec(value)?.[1] ?? value;
