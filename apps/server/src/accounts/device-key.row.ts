// A key that a person's device keeps and by which it signs them in (W3C Web Authentication). Of it only the public half is here.
import { defineEntity, type InferEntity, p } from '@mikro-orm/core';

export const DeviceKeyRow = defineEntity({
  name: 'DeviceKeyRow',
  tableName: 'device_key',
  properties: {
    /** The credential's id, in base64url. */
    id: p.string().primary(),
    person: p.string(),
    /** COSE key, in base64url. */
    publicKey: p.string().fieldName('public_key'),
    /** How often it has signed, where the device counts: one that falls was copied. */
    counter: p.integer(),
    /** By which ways a browser reaches it, with commas between. */
    transports: p.string(),
    /** The host for which it was made, and what the browser called itself. */
    host: p.string(),
    label: p.string(),
    made: p.integer(),
    used: p.integer(),
  },
});
export type DeviceKeyRow = InferEntity<typeof DeviceKeyRow>;
