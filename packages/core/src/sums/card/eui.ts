// Extended unique identifiers (IEEE EUI-48 and EUI-64).

/** The EUI-64 that stands for an EUI-48: FF FE in its middle (RFC 4291 appendix A). Null for what is not twelve hexadecimal digits, with or without separators. Given in small letters without separators. */
export const eui64Of = (eui48: string): string | null => {
  const digits = eui48.replace(/[-:. ]/g, '').toLowerCase();
  return /^[0-9a-f]{12}$/.test(digits) ? `${digits.slice(0, 6)}fffe${digits.slice(6)}` : null;
};
/** The interface identifier of an EUI-64: its universal/local bit turned over (RFC 4291 appendix A). */
export const interfaceOf = (eui64: string): string | null => {
  if (!/^[0-9a-f]{16}$/.test(eui64)) return null;
  const first = (parseInt(eui64.slice(0, 2), 16) ^ 2).toString(16).padStart(2, '0');
  return `${first}${eui64.slice(2)}`;
};
