// Equations of outputs over inputs: I1 AND NOT I2, latches and timers. Our own small language.
import { bad, good, type Parsed, problem } from '../../problem/index.ts';

export type Equation =
  | { readonly is: 'input'; readonly name: string }
  | { readonly is: 'not'; readonly of: Equation }
  | { readonly is: 'and' | 'or'; readonly left: Equation; readonly right: Equation }
  /** On from when `set` comes until `reset` comes; reset wins. */
  | { readonly is: 'latch'; readonly set: Equation; readonly reset: Equation }
  /** On once `of` has lasted for `ms`. */
  | { readonly is: 'after'; readonly of: Equation; readonly ms: number };

type Token = { readonly text: string; readonly at: number };

const scan = (typed: string): Token[] =>
  Array.from(typed.matchAll(/[A-Za-z][A-Za-z0-9]*|\d+(?:\.\d+)?|[(),]|\S/g), ({ 0: text, index }) => ({ text, at: index }));

class Reader {
  #at = 0;
  readonly #tokens: readonly Token[];
  constructor(tokens: readonly Token[]) {
    this.#tokens = tokens;
  }
  peek(): string {
    return this.#tokens[this.#at]?.text.toUpperCase() ?? '';
  }
  take(): string {
    const text = this.#tokens[this.#at]?.text ?? '';
    this.#at += 1;
    return text;
  }
  where(): number {
    return (this.#tokens[this.#at]?.at ?? -1) + 1;
  }
  expect(text: string): void {
    if (this.peek() !== text)
      throw new SyntaxError(`${text === '' ? 'its end' : text} where ${this.peek() === '' ? 'it ends' : this.peek()} stands`);
    this.take();
  }
}

const units: { readonly [unit: string]: number } = { S: 1000, MIN: 60_000, H: 3_600_000 };
const deepest = 40;

const readOr = (from: Reader, depth: number): Equation => {
  let left = readAnd(from, depth);
  while (from.peek() === 'OR') {
    from.take();
    left = { is: 'or', left, right: readAnd(from, depth) };
  }
  return left;
};
const readAnd = (from: Reader, depth: number): Equation => {
  let left = readOne(from, depth);
  while (from.peek() === 'AND') {
    from.take();
    left = { is: 'and', left, right: readOne(from, depth) };
  }
  return left;
};
const readOne = (from: Reader, depth: number): Equation => {
  if (depth > deepest) throw new SyntaxError('fewer brackets');
  const word = from.peek();
  if (word === 'NOT') {
    from.take();
    return { is: 'not', of: readOne(from, depth + 1) };
  }
  if (word === '(') {
    from.take();
    const of = readOr(from, depth + 1);
    from.expect(')');
    return of;
  }
  if (word === 'LATCH' || word === 'AFTER') {
    from.take();
    from.expect('(');
    const of = readOr(from, depth + 1);
    from.expect(',');
    if (word === 'LATCH') {
      const reset = readOr(from, depth + 1);
      from.expect(')');
      return { is: 'latch', set: of, reset };
    }
    const count = Number(from.take());
    const unit = units[from.peek()];
    if (!(count > 0) || unit === undefined) throw new SyntaxError('a time such as 30 s');
    from.take();
    from.expect(')');
    return { is: 'after', of, ms: count * unit };
  }
  if (!/^I\d{1,3}$/.test(word)) throw new SyntaxError(`an input such as I1 where ${word === '' ? 'it ends' : word} stands`);
  return { is: 'input', name: from.take().toUpperCase() };
};

/**
 * Reads an equation: inputs I0 to I999, AND, OR, NOT, brackets, LATCH(set, reset), AFTER(x, 30 s). AND binds closer than OR, NOT closest. Letter case does not count.
 * The problem says what was expected at which character.
 */
export const parseEquation = (typed: string, path = ''): Parsed<Equation> => {
  const from = new Reader(scan(typed));
  try {
    const of = readOr(from, 0);
    from.expect('');
    return good(of);
  } catch (error) {
    const want = error instanceof SyntaxError ? error.message : 'an equation';
    return bad(
      problem('form', path, { want: `${want}${from.where() > 0 ? `, at character ${from.where()}` : ''}`, got: typed.slice(0, 40) }),
    );
  }
};

/** The inputs of an equation, each once. */
export const inputsOf = (of: Equation): readonly string[] => {
  switch (of.is) {
    case 'input':
      return [of.name];
    case 'not':
    case 'after':
      return inputsOf(of.of);
    case 'and':
    case 'or':
      return [...new Set([...inputsOf(of.left), ...inputsOf(of.right)])];
    case 'latch':
      return [...new Set([...inputsOf(of.set), ...inputsOf(of.reset)])];
  }
};
