// Swing without memory: the same seed and step give the same figure, so a virtual modem's state stays small.

/** A number from 0 up to 1. Source: ours; the constants are those of a common integer hash. */
export const noise = (seed: number, step: number): number => {
  let mixed = Math.imul((seed ^ Math.imul(step + 1, 0x9e3779b1)) >>> 0, 0x85ebca6b);
  mixed = Math.imul(mixed ^ (mixed >>> 13), 0xc2b2ae35);
  return ((mixed ^ (mixed >>> 16)) >>> 0) / 4_294_967_296;
};
