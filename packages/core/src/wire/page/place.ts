// Where on a page a value stands: whose it is. A neighbour's level, the LAN's address or an example's figure is none of the modem's.
import { wordsOfName } from '../answer/name-words.ts';

/** 'cell': the cellular side. 'wan': outside, by whatever line. 'other': a side that has an address, a level or a state of its own. 'none': nothing there is a fact of now and here. */
export type Place = 'plain' | 'cell' | 'wan' | 'other' | 'none';

const none = new Set(
  (
    'neighbour neighbours neighbor neighbors neighbouring neighboring neighbourhood nachbar nachbarn nachbarzellen voisines vecinas scan scanned scanning survey visible surrounding scell scells ' +
    'example examples eg sample samples beispiel exemple ejemplo legend help hint typical recommended recommendation expected required target targets threshold thresholds limit limits alarm alarms ' +
    'min minimum max maximum avg average mean median worst best history previous last yesterday statistics stats log archive default defaults factory template allowed forbidden supported available ' +
    'telephone telephones phone handset smartphone laptop preferred wanted should must least than below above guide rating scale'
  ).split(' '),
);
const other = new Set(
  'lan ethernet eth eth0 eth1 dhcp br br0 bridge local client clients leases wifi wlan wlan0 wireless ssid hotspot ap station stations gnss gps gpsinfo satellite satellites lora lorawan gateway vpn tunnel ipsec openvpn wireguard dsl adsl server desk remote peer dns ntp loopback lo'.split(
    ' ',
  ),
);
const cell = new Set(
  'cellular mobile modem lte nr 4g 5g umts gsm 3g 2g wwan wwan0 radio sim serving servingcell pcell uicc mobilfunk module ppp ppp0 pdp antenna'.split(
    ' ',
  ),
);
const wan = new Set(['wan', 'internet', 'uplink']);

/** The place that a heading, a name above or a word in front opens. */
export const placeOf = (text: string): Place => {
  if (text === '') return 'plain';
  const words = wordsOfName(
    text
      .replace(/\bwi-?fi\b/gi, 'wifi')
      .replace(/\be\.\s?g\.?/gi, 'eg')
      .replace(/\blast (?:update|refresh|seen)\w*/gi, ''),
  );
  if (words.some((word) => none.has(word))) return 'none';
  if (words.some((word) => other.has(word))) return 'other';
  return words.some((word) => cell.has(word)) ? 'cell' : words.some((word) => wan.has(word)) ? 'wan' : 'plain';
};

/** The place within a place: what is no fact stays none; a plain name changes nothing. */
export const within = (outer: Place, inner: Place): Place => (outer === 'none' || inner === 'plain' ? outer : inner);

/** Words that stand in headings beside those of a place. */
const beside = new Set(
  'my your our the cell cells list table values value levels level signal signals status state info information network networks results result details data settings setting configuration interface interfaces port ports connection connections address addresses overview summary and of the for serving current device devices main page general'.split(
    ' ',
  ),
);
/** Whether a text reads as a heading of a place: few words, each of which is a place's or stands beside one. A sentence is none. */
export const isHeading = (text: string): boolean => {
  const words = wordsOfName(text.replace(/\bwi-?fi\b/gi, 'wifi'));
  return (
    words.length > 0 &&
    words.length <= 5 &&
    placeOf(text) !== 'plain' &&
    words.every(
      (word) => none.has(word) || other.has(word) || cell.has(word) || wan.has(word) || beside.has(word) || /^\d{1,2}$/.test(word),
    )
  );
};
