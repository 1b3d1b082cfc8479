// The form of the checks' words.

/** What is so, why it matters, what to do; figures stand in braces by their names. */
export type Words = readonly [what: string, why: string, todo: string];
export type Codes = { readonly [code: string]: Words };
