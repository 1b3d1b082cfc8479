// Why the desk took no call out of what a long-range gateway sent.
export type RadioWhy =
  | 'not a forwarder'
  | 'gateway unknown'
  | 'radio sum'
  | 'not a radio frame'
  | 'join request'
  | 'node unknown'
  | 'node key'
  | 'counter behind'
  | 'not sent';

export const radioWhy: { readonly [W in RadioWhy]: string } = {
  'not a forwarder': 'This is no datagram of the packet-forwarder protocol.',
  'gateway unknown':
    'No station’s sheet has this gateway’s EUI (Unit: EUI of the gateway) with a receiver that hears long-range uplinks: its status is nobody’s.',
  'radio sum': 'The gateway heard it with a wrong check sum, and forwards such frames: they say nothing. Switch that off at the gateway.',
  'not a radio frame': 'The bytes that the gateway heard are no LoRaWAN frame of version 1.',
  'join request':
    'A node asks to join. This desk gives no sessions out: enter the node’s address and its two session keys on the sheet, or let its network server post to the desk.',
  'node unknown': 'No station’s sheet has a device of this address (Device: Address on the air).',
  'node key': 'A device of this address is on the sheet, and its network session key does not fit this frame.',
  'counter behind':
    'Its frame counter is not ahead of the last one: a frame sent again, or a node that was reset and counts from 0 (Device: Counts from 0 after a reset).',
  'not sent': 'The gateway did not send what the desk had it send.',
};
