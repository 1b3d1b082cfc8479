import { dB, dBm, hours, instant, isInstant, isoText, later, minutes, ms, mV, sayWhen, seconds, showFigure } from './index.ts';

test('figures are shown with their measure and a true minus', () =>
  expect([
    showFigure(-104, 'dBm'),
    showFigure(3, 'dB'),
    showFigure(12_600, 'mV'),
    showFigure(95_000, 'ms'),
    showFigure(9600, 'Bd'),
    showFigure(4096, 'B'),
    showFigure(3, 'step'),
    showFigure(2, 'count'),
  ]).toEqual(['\u2212104 dBm', '3 dB', '12.6 V', '95 s', '9600 baud', '4096 bytes', '3', '2']));
test('a number without meaning is a bug of ours: nothing flows on as NaN', () => {
  for (const make of [dBm, dB, mV]) expect(() => make(Number.NaN)).toThrow(RangeError);
  for (const make of [ms, instant]) expect(() => make(1.5)).toThrow(RangeError);
});
test('durations are whole milliseconds', () => expect([seconds(1.5), minutes(2), hours(24)]).toEqual([1500, 120_000, 86_400_000]));
test('an instant lies between 1970 and 9999', () =>
  expect([
    isInstant(0),
    isInstant(253_402_300_799_999),
    isInstant(-1),
    isInstant(253_402_300_800_000),
    isInstant(0.5),
    isInstant('0'),
  ]).toEqual([true, true, false, false, false, false]));
test('when is said as shortly as it is clear', () => {
  const now = instant(Date.UTC(2026, 10, 12, 14, 30));
  expect(sayWhen(later(now, -1_440_000), now, 'UTC')).toBe('14:06');
  expect(sayWhen(later(now, -72_000_000), now, 'UTC')).toBe('11 Nov 18:30');
  expect(sayWhen(instant(Date.UTC(2025, 1, 3, 9, 5)), now, 'UTC')).toBe('3 Feb 2025 09:05');
  expect(sayWhen(now, now, 'Asia/Kolkata')).toBe('20:00');
  expect(sayWhen(now, now, 'No/Where')).toBe('14:30');
  expect(isoText(now)).toBe('2026-11-12T14:30:00Z');
});
