import { repeatsAnswers } from './repeats.ts';

const answer = (rsrp: number): string => `AT+CESQ\r\r\n+CESQ: 99,99,255,255,20,${rsrp}\r\n\r\nOK\r\n`;

describe('an old answer pasted again', () => {
  const kept = [answer(40) + answer(41) + answer(42)];
  test('is known whole, in part, and with other line ends and spaces', () => {
    expect(repeatsAnswers(kept[0] ?? '', kept)).toBe(true);
    expect(repeatsAnswers(answer(41), kept)).toBe(true);
    expect(repeatsAnswers('  AT+CESQ\n+CESQ:  99,99,255,255,20,41 ', kept)).toBe(true);
  });
  test('one figure that differs, another order or a line more make it a new one', () => {
    expect(repeatsAnswers(answer(43), kept)).toBe(false);
    expect(repeatsAnswers(answer(42) + answer(41), kept)).toBe(false);
    expect(repeatsAnswers(answer(42) + answer(43), kept)).toBe(false);
  });
  test('a part of a line is not the line, and nothing repeats nothing', () => {
    expect(repeatsAnswers('+CESQ: 99,99,255,255,20,4', kept)).toBe(false);
    expect(repeatsAnswers('\r\nOK\r\n', kept)).toBe(false);
    expect(repeatsAnswers(answer(40), [])).toBe(false);
  });
});
