// Access point names, 3GPP TS 23.003 clause 9.1. Case-blind by the standard; some gear is not.

export type ApnFault = 'empty' | 'space' | 'dial string' | 'character' | 'edge' | 'label length' | 'length' | 'prefix' | 'suffix';

const operatorId = /\.mnc\d{3}\.mcc\d{3}\.gprs$/i;
const reserved = /^(?:rac|lac|sgsn|rnc)/i;

/** What keeps a text from being an APN, or null. Network identifier at most 63 octets encoded (62 characters), a label at most 63. */
export const apnFault = (apn: string): ApnFault | null => {
  if (apn === '') return 'empty';
  if (/\s/.test(apn)) return 'space';
  if (apn.startsWith('*')) return 'dial string';
  const network = apn.replace(operatorId, '');
  if (/\.gprs$/i.test(network)) return 'suffix';
  const labels = network.split('.');
  if (labels.some((label) => label.length > 63)) return 'label length';
  if (!/^[A-Za-z0-9.-]*$/.test(network)) return 'character';
  if (labels.some((label) => !/^[A-Za-z0-9](?:.*[A-Za-z0-9])?$/.test(label))) return 'edge';
  if (network.length + 1 > 63 || apn.length + 1 > 100) return 'length';
  return reserved.test(network) ? 'prefix' : null;
};
