// [D2] How the desk comes to say by which path a call came, and how surely. What is impossible proves nothing and renews nothing.

export const hows = ['token', 'tag', 'yard', 'address', 'pool', 'bench', 'flag', 'only', 'told', 'unknown'] as const;
export type HowAttributed = (typeof hows)[number];
export const isEvidenceHow = (value: unknown): value is HowAttributed => hows.some((how) => how === value);

/** Surest first. `unknown`: it arrived, and nothing says by which path. `impossible`: it can't have come from the station. */
export const strengths = ['certain', 'likely', 'claimed', 'unknown', 'impossible'] as const;
export type Strength = (typeof strengths)[number];
export const isStrength = (value: unknown): value is Strength => strengths.some((strength) => strength === value);

/** Whether one strength is at least as sure as another. */
export const isAtLeast = (one: Strength, other: Strength): boolean => strengths.indexOf(one) <= strengths.indexOf(other);
/** Only likely or better proves or renews. */
export const proves = (strength: Strength): boolean => isAtLeast(strength, 'likely');

/** Where the desk itself stands, so that it knows who can't be a station. */
export type Here = {
  /** Addresses of this computer's interfaces; all of 127/8 and ::1 are its own besides. */
  readonly addresses: readonly string[];
  /** Networks in which it stands, as address/prefix. */
  readonly networks: readonly string[];
  /** The desk's address as the world sees it. */
  readonly outside: readonly string[];
  /** Sources are hidden from it by a proxy or NAT in front of it: no address says anything then. */
  readonly hidden: boolean;
  /** Port of its programming sessions; none where it is chosen at every start. */
  readonly programming?: number;
  /** For tests alone: 127.0.9.0/24 stands for the world outside, and may be a path's own. */
  readonly testPaths: boolean;
};
export const nowhere: Here = { addresses: [], networks: [], outside: [], hidden: false, testPaths: false };
