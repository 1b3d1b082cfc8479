// Whether a pasted answer was given before: the modem itself is not asked by pasting an old text again.

/** What of a text counts for the comparison: its lines without the modem's own 'OK', spaces evened out. */
const linesOf = (text: string): string[] =>
  text
    .split(/[\r\n]+/)
    .map((line) => line.trim().replace(/\s+/g, ' '))
    .filter((line) => line !== '' && line !== 'OK');

/**
 * True where every line of a text stands, in its order and without a gap, in one of the earlier texts.
 * An empty text repeats nothing. Both sides masked or both not. Common practice, no source.
 */
export const repeatsAnswers = (text: string, earlier: readonly string[]): boolean => {
  const lines = linesOf(text);
  if (lines.length === 0) return false;
  const sought = `\n${lines.join('\n')}\n`;
  return earlier.some((one) => `\n${linesOf(one).join('\n')}\n`.includes(sought));
};
