// Bands whose downlink lies under 1 GHz (3GPP TS 36.101 table 5.5-1 and TS 38.101-1 table 5.2-1, from memory).
const low = new Set([5, 6, 8, 12, 13, 14, 17, 18, 19, 20, 26, 27, 28, 29, 31, 44, 67, 68, 71, 72, 73, 85, 87, 88, 103, 105, 106]);

/** Whether a band such as B20 or n28 lies under 1 GHz; null for what is not the name of a band. */
export const isLowBand = (band: string): boolean | null => {
  const number = /^[bn](\d{1,3})$/i.exec(band)?.[1];
  return number === undefined ? null : low.has(Number(number));
};
