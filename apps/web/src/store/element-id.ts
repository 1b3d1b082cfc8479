// A new element's id: six random Crockford characters.
import { type ElementId, isElementId, sure } from '@green-lamp/core/name';

const letters = '0123456789abcdefghjkmnpqrstvwxyz';

export const newElementId = (): ElementId =>
  sure(isElementId, Array.from(crypto.getRandomValues(new Uint8Array(6)), (byte) => letters[byte % 32]).join(''));
