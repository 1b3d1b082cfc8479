// What an event that is asked for is called: by its maker's name, its zone, and whether it is the end.
import type { Turn } from '@green-lamp/core/evidence';

export const askedFor = ({ what, zone, is }: { readonly what: string; readonly zone: string | null; readonly is: Turn | null }): string =>
  `${what}${zone === null ? '' : `, zone ${zone}`}${is === 'restoral' ? ', its end' : ''}`;
