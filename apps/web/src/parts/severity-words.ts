import type { Severity } from '@green-lamp/core/check';

export const severityWords: { readonly [S in Severity]: string } = { stop: 'Stop', fix: 'Fix', look: 'Look' };
