import type { Supplier } from '@green-lamp/core/sheet';
import type { Addressee } from '@green-lamp/core/walk';

/** Who has a value, as a heading. */
export const whose: { readonly [S in Supplier]: string } = {
  carrier: 'From the carrier',
  IT: 'From the client’s IT',
  desk: 'From the desk',
  portal: 'From the portal',
  client: 'From the client',
  label: 'Off the label',
  manual: 'Out of the manual',
  'house rule': 'By house rule',
  you: 'To be decided',
};

/** To whom one writes, in a sentence. */
export const toWhom: { readonly [A in Addressee]: string } = {
  carrier: 'the carrier',
  IT: 'IT',
  desk: 'the desk',
  client: 'the client',
  portal: 'the portal',
};
