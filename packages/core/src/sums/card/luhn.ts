// The mod-10 check digit of ISO/IEC 7812-1 annex B, used by ICCID (ITU-T E.118) and IMEI (3GPP TS 23.003 annex B).
// It cannot see 09 swapped with 90, nor the twins 22/55, 33/66, 44/77: say 'check digit agrees', never 'is right'.

/** The check digit for a payload of digits without it. Throws a RangeError on anything but digits. */
export const luhnDigit = (payload: string): string => {
  if (!/^\d+$/.test(payload)) throw new RangeError(`expected digits, got '${payload}'`);
  let sum = 0;
  for (let i = 0; i < payload.length; i++) {
    const digit = Number(payload[payload.length - 1 - i]);
    const doubled = i % 2 === 0 ? digit * 2 : digit;
    sum += doubled > 9 ? doubled - 9 : doubled;
  }
  return String((10 - (sum % 10)) % 10);
};

export const luhnAgrees = (digits: string): boolean => /^\d{2,}$/.test(digits) && luhnDigit(digits.slice(0, -1)) === digits.slice(-1);
