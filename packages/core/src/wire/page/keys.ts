// The names under which pages tell what this reader knows, whole names and never a part of one; and what of the page a name may stand in.
import type { FoundName } from '../answer/found.ts';
import { nameWords, wordsOfName } from '../answer/name-words.ts';

const rows: readonly (readonly [FoundName | 'signal' | 'registered', string])[] = [
  ['signal.rsrp', 'rsrp|ss rsrp|reference signal received power'],
  ['signal.rsrq', 'rsrq|ss rsrq|reference signal received quality'],
  ['signal.sinr', 'sinr|ss sinr|snr|rs snr|rssnr'],
  ['signal.rscp', 'rscp'],
  ['signal.ecno', 'ecno|ec no|ec n0|ecn0|ecio|ec io'],
  ['signal.rssi', 'rssi'],
  ['signal.rxlev', 'rxlev'],
  [
    'signal',
    'signal|signal strength|signal level|signal bars|bars|reception|signalstarke|empfang|empfangsstarke|signal recu|niveau de signal|intensidad de senal|senal|segnale|potenza del segnale',
  ],
  [
    'card.number',
    'iccid|icc id|ccid|sim id|sim number|sim serial|sim serial number|sim iccid|sim card number|sim card id|sim card iccid|card number|uicc id|usim iccid|kartennummer|sim kartennummer|numero de sim|numero de carte sim|numero sim',
  ],
  ['card.imsi', 'imsi|sim imsi'],
  [
    'card.pin',
    'sim|sim state|sim status|sim card|sim card state|sim card status|sim pin|sim pin status|pin|pin state|pin status|card state|card status|usim status|sim zustand|sim karte|etat sim|etat de la sim|estado sim|estado de la sim|stato sim',
  ],
  ['modem.imei', 'imei|modem imei|device imei|imei number'],
  ['modem.serial', 'serial|serial number|serial no|serial nr|s n|sn|seriennummer|numero de serie|numero di serie'],
  [
    'modem.identity',
    'model|product|product name|modem model|module model|firmware|firmware version|software version|modem firmware|modell|modele|modelo|modello',
  ],
  [
    'context.apn',
    'apn|access point name|apn name|current apn|active apn|apn in use|zugangspunkt|point d acces|nom du point d acces|punto de acceso|punto di accesso',
  ],
  [
    'context.address',
    'ip|ipv4|ip address|ipv4 address|ipv6 address|ipv6|ip addr|ipaddr|ipv4addr|ip adresse|adresse ip|direccion ip|indirizzo ip',
  ],
  [
    'context.dns',
    'dns|dns server|name server|primary dns|secondary dns|primary dns server|secondary dns server|dns 1|dns 2|dns1|dns2|dns server 1|dns server 2',
  ],
  [
    'context.active',
    'connection|connection state|connection status|data connection|data connection status|connection status data|packet data|packet data status|ppp status|pdp status|pdp state|data session|data session status|pdn status|bearer status',
  ],
  [
    'network.operator',
    'operator|operator name|network operator|network name|carrier|carrier name|provider|service provider|plmn|current operator|registered operator|netzbetreiber|betreiber|operateur|operador|operatore',
  ],
  [
    'network.technology',
    'technology|access technology|access tech|network type|radio technology|radio access technology|rat|service type|data technology|connection type|network technology|current network type|system mode|sysmode|technologie|netztyp|technologie d acces|tecnologia|tipo de red|tipo di rete',
  ],
  [
    'network.registration',
    'registration|registration state|registration status|network state|network status|network registration|network registration status|network registration state|register status|reg status|reg state|registered network state|eps registration|registrierung|netzstatus|enregistrement|registro|registro de red|registrazione',
  ],
  ['registered', 'registered|is registered|network registered'],
  [
    'network.attached',
    'attached|attach|attach status|attach state|ps attached|ps attach|packet attached|gprs attached|gprs attach|packet domain attach|ps state',
  ],
  ['network.cell', 'cell id|cellid|cell|cid|cell identity|eci|cgi|funkzelle|zell id|id de cellule|id de celda'],
  ['network.area', 'tac|lac|area code|tracking area|tracking area code|location area code'],
  ['network.band', 'band|current band|active band|serving band|frequency band|radio band|frequenzband|bande|banda'],
];
export type KeyName = FoundName | 'signal' | 'registered' | 'status.word';

const exact: ReadonlyMap<string, KeyName> = new Map(rows.flatMap(([what, names]) => names.split('|').map((name) => [name, what] as const)));
/** States by whatever name: only words that the adopted profile knows are read behind them. */
const states =
  /^(?:(?:path|wan|link|line|session|interface|internet|uplink|connection|data) )?(?:state|status|role|traffic|zustand|etat|estado|stato)(?: \d)?$/;

/** Words that may stand in front of a name and narrow nothing but whose it is. */
const fronts = new Set(
  'cellular mobile modem modem1 module radio wan wwan wwan0 ppp ppp0 pdp pdn bearer lte nr 4g 5g 5gnr nr5g eutra umts gsm 3g 2g serving servingcell pcell primary current active network status info signal measured cell sim sim1 sim2 modem2 card data'.split(
    ' ',
  ),
);
const cellular = new Set(
  'cellular mobile modem modem1 modem2 module radio wwan wwan0 ppp ppp0 pdp pdn bearer lte nr 4g 5g 5gnr nr5g eutra umts gsm 3g 2g serving servingcell pcell cell sim sim1 sim2'.split(
    ' ',
  ),
);
const nr = new Set(['nr', '5g', '5gnr', 'nr5g']);

export type Key = {
  readonly what: KeyName;
  /** The unit that stands in the name: `RSRP (dBm)`, `rsrp_dbm`. */
  readonly unit: string;
  /** True where the name itself says that it is the cellular side's. */
  readonly cellular: boolean;
  /** Whose it is, where the name says it: the second card, the second modem, NR. */
  readonly of: string;
};

const wantedUnit = /^(.*?)[\s,_]*[([{]?\s*(dbm|db|%)\s*[)\]}]?$/i;
/** The name, with its fronts taken off one after another until it is known; null for a name that is none of ours. */
const known = (words: readonly string[]): { what: KeyName; fronts: readonly string[] } | null => {
  for (let from = 0; from < words.length; from++) {
    const what = exact.get(words.slice(from).join(' '));
    if (what !== undefined) return { what, fronts: words.slice(0, from) };
    if (!fronts.has(words[from] ?? '') && !/^(?:sim|modem|card)$/.test(words[from - 1] ?? '')) return null;
  }
  return null;
};

const cache = new Map<string, Key | null>();
const mostCached = 4000;
const find = (name: string): Key | null => {
  if (name.length > 60 || /[:=]/.test(name)) return null;
  const [, bare = name, unit = ''] = wantedUnit.exec(name) ?? [];
  const words = wordsOfName(bare);
  if (words.length === 0 || words.length > 8) return null;
  const found = known(words);
  if (found === null) return states.test(words.join(' ')) ? { what: 'status.word', unit: '', cellular: false, of: '' } : null;
  const second = /\b(sim|modem|card) ?([2-9])\b/.exec(words.join(' '));
  return {
    what: found.what,
    unit: unit.toLowerCase(),
    cellular: words.some((word) => cellular.has(word)) || /^(?:card\.|modem\.imei|signal\.r(?!ssi))/.test(found.what),
    of:
      second !== null
        ? `${second[1] === 'modem' ? 'modem' : 'SIM'} ${second[2] ?? ''}`
        : found.fronts.some((word) => nr.has(word))
          ? 'NR'
          : '',
  };
};

/** What a name tells; `aliases`: the device's own names by the adopted profile, in its own letters' size or not. */
export const keyOf = (name: string, aliases: ReadonlyMap<string, KeyName>): Key | null => {
  const own = aliases.size === 0 ? undefined : aliases.get(nameWords(name.replace(wantedUnit, '$1')));
  if (own !== undefined) return { what: own, unit: (wantedUnit.exec(name)?.[2] ?? '').toLowerCase(), cellular: true, of: '' };
  const kept = cache.get(name);
  if (kept !== undefined) return kept;
  const found = find(name);
  if (cache.size >= mostCached) cache.clear();
  cache.set(name, found);
  return found;
};
