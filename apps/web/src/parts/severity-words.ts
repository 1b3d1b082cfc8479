import type { Severity } from '@green-lamp/core/check';

/** What each of them says of a station. */
export const severityMeans: { readonly [S in Severity]: string } = {
  stop: 'It can’t work so: no call will arrive before it is mended.',
  fix: 'It should be mended before you leave: it works now, and will fail some day.',
  look: 'Somebody should know of it: it may be right.',
};
export const severityWords: { readonly [S in Severity]: string } = { stop: 'Stop', fix: 'Fix', look: 'Look' };
