/** A whole number with its noun: '1 entry', '2 entries', '0 stations'. `many` is named where it is not the noun with an s. */
export const counted = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;
