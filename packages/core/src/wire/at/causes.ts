// Reject causes in plain words: EMM (3GPP TS 24.301 clause 9.9.3.9, the same numbers as GMM in TS 24.008) and ESM (clause 9.9.4.4).
// The names are the standard's; what they mean on site is from memory.

export type Cause = { readonly name: string; readonly onSite: string };

export const emmCauses: { readonly [cause: number]: Cause } = {
  2: { name: 'IMSI unknown in HSS', onSite: 'The card is not provisioned: ask the carrier.' },
  3: { name: 'illegal UE', onSite: 'Card or device is barred; the card counts as invalid until power-off or re-insertion.' },
  5: { name: 'IMEI not accepted', onSite: 'The device is blocked: ask the carrier.' },
  6: { name: 'illegal ME', onSite: 'Card or device is barred; the card counts as invalid until power-off or re-insertion.' },
  7: { name: 'EPS services not allowed', onSite: 'The subscription lacks data; the card is invalid for it until a power cycle.' },
  8: { name: 'EPS and non-EPS services not allowed', onSite: 'The subscription lacks it; the card is invalid until a power cycle.' },
  9: { name: 'UE identity cannot be derived', onSite: 'It attaches again by itself.' },
  10: { name: 'implicitly detached', onSite: 'It attaches again by itself.' },
  11: { name: 'PLMN not allowed', onSite: 'The network went onto the card’s forbidden list, which survives power cycles.' },
  12: { name: 'tracking area not allowed', onSite: 'This area is barred; the list is cleared at power-off.' },
  13: { name: 'roaming not allowed in this tracking area', onSite: 'Others are tried; the list is cleared at power-off.' },
  14: { name: 'EPS services not allowed in this PLMN', onSite: 'The roaming agreement has no data.' },
  15: { name: 'no suitable cells in tracking area', onSite: 'Area barred, others are tried; the list is cleared at power-off.' },
  17: { name: 'network failure', onSite: 'Wait and try again.' },
  18: { name: 'CS domain not available', onSite: 'No voice or text over CS; data may work.' },
  19: { name: 'ESM failure', onSite: 'Look at the ESM cause; usually the APN.' },
  20: { name: 'MAC failure', onSite: 'Authentication failed: wrong or cloned card.' },
  21: { name: 'synch failure', onSite: 'Authentication failed: stale sequence or cloned card.' },
  22: { name: 'congestion', onSite: 'Wait: a back-off timer runs.' },
  25: { name: 'not authorised for this CSG', onSite: 'The cell is for a closed group.' },
  35: { name: 'requested service option not authorised in this PLMN', onSite: 'Ask the carrier.' },
  40: { name: 'no EPS bearer context activated', onSite: 'It attaches again by itself.' },
  42: { name: 'severe network failure', onSite: 'Wait and try again.' },
};

/** Causes of 5G registration (3GPP TS 24.501 clause 9.11.3.2, from memory): those of EMM whose number and meaning are the same, and those of its own. */
export const fiveGCauses: { readonly [cause: number]: Cause } = {
  ...Object.fromEntries([3, 5, 6, 11, 12, 13, 15, 20, 21, 22].flatMap((n) => (emmCauses[n] === undefined ? [] : [[n, emmCauses[n]]]))),
  7: {
    name: '5GS services not allowed',
    onSite: 'The subscription lacks 5G; LTE may do. The card counts as invalid for it until a power cycle.',
  },
  9: { name: 'UE identity cannot be derived', onSite: 'It registers again by itself.' },
  10: { name: 'implicitly deregistered', onSite: 'It registers again by itself.' },
  27: { name: 'N1 mode not allowed', onSite: 'This network serves no 5G core to it: LTE may do.' },
  31: { name: 'redirection to EPC required', onSite: 'It is sent to LTE.' },
  62: { name: 'no network slices available', onSite: 'Ask the carrier which slice the subscription has.' },
  72: { name: 'non-3GPP access to 5GCN not allowed', onSite: 'Ask the carrier.' },
  73: { name: 'serving network not authorised', onSite: 'Ask the carrier.' },
};

export const esmCauses: { readonly [cause: number]: Cause } = {
  8: { name: 'operator determined barring', onSite: 'The account is suspended.' },
  26: { name: 'insufficient resources', onSite: 'Wait: the network is full.' },
  27: { name: 'missing or unknown APN', onSite: 'The APN is mistyped, or not on this plan.' },
  28: { name: 'unknown PDN type', onSite: 'Ask for another IP type.' },
  29: { name: 'user authentication failed', onSite: 'APN user, password, or PAP and CHAP.' },
  30: { name: 'request rejected by the gateway', onSite: 'The private APN’s server or the fixed address was refused.' },
  31: { name: 'request rejected, unspecified', onSite: 'The private APN’s server or the fixed address was refused.' },
  32: { name: 'service option not supported', onSite: 'Ask the carrier.' },
  33: { name: 'requested service option not subscribed', onSite: 'This SIM has no right to this APN.' },
  34: { name: 'service option temporarily out of order', onSite: 'Wait and try again.' },
  36: { name: 'regular deactivation', onSite: 'The context was closed in order.' },
  38: { name: 'network failure', onSite: 'Wait and try again.' },
  39: { name: 'reactivation requested', onSite: 'The network wants the context opened again.' },
  50: { name: 'PDN type IPv4 only allowed', onSite: 'Set the type to IPv4.' },
  51: { name: 'PDN type IPv6 only allowed', onSite: 'Set the type to IPv6.' },
  52: { name: 'single address bearers only allowed', onSite: 'Set one type, not both.' },
  54: { name: 'PDN connection does not exist', onSite: 'Open the context anew.' },
  55: { name: 'multiple PDN connections for a given APN not allowed', onSite: 'Only one context with this APN.' },
  65: { name: 'maximum number of EPS bearers reached', onSite: 'Close another context.' },
  66: { name: 'requested APN not supported in current RAT and PLMN', onSite: 'Another network or technology, or another APN.' },
};

/** Registration states, TS 27.007 clause 7.2 and 10.1.20. For data only home and roaming count. */
export const registrations: readonly string[] = [
  'not registered, not searching',
  'registered, home',
  'searching',
  'denied',
  'unknown, out of coverage',
  'registered, roaming',
  'registered for texts only, home',
  'registered for texts only, roaming',
  'emergency calls only',
  'registered, home, CSFB not preferred',
  'registered, roaming, CSFB not preferred',
  'restricted local operator services',
];

export type Technology = 'GSM' | 'UMTS' | 'LTE' | 'NB-IoT' | 'NR';
/** Access technologies, TS 27.007 clause 7.3. 7 covers LTE-M too: the modem does not tell them apart here. */
export const technologies: readonly { readonly name: string; readonly of: Technology }[] = [
  { name: 'GSM', of: 'GSM' },
  { name: 'GSM compact', of: 'GSM' },
  { name: 'UTRAN', of: 'UMTS' },
  { name: 'GSM with EGPRS', of: 'GSM' },
  { name: 'UTRAN with HSDPA', of: 'UMTS' },
  { name: 'UTRAN with HSUPA', of: 'UMTS' },
  { name: 'UTRAN with HSDPA and HSUPA', of: 'UMTS' },
  { name: 'E-UTRAN', of: 'LTE' },
  { name: 'EC-GSM-IoT', of: 'GSM' },
  { name: 'E-UTRAN, NB-IoT', of: 'NB-IoT' },
  { name: 'E-UTRA on a 5G core', of: 'LTE' },
  { name: 'NR on a 5G core', of: 'NR' },
  { name: 'NG-RAN', of: 'NR' },
  { name: 'E-UTRA and NR together', of: 'LTE' },
];
