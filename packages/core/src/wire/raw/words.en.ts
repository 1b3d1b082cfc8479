// Why the desk did not understand an instrument's bytes.
export type RawWhy = 'nobody here' | 'two here' | 'no record rule' | 'no channel' | 'record too long' | 'record cut off' | 'no field';

export const rawWhy: { readonly [W in RawWhy]: string } = {
  'nobody here':
    'No station names the address that this came from, and it does not begin with an account: a modem that hands bytes through is known by its address, or signs on with the account as its first words.',
  'two here': 'Several stations name the address that this came from: let the modem sign on with its account as its first words.',
  'no record rule': 'The sheet does not say how a record of this instrument ends (Unit: A record ends by).',
  'no channel': 'No channel on the sheet says which field of a record it is.',
  'record too long': 'More than 4,096 bytes came without an end of a record: the rule on the sheet is another than the instrument’s.',
  'record cut off': 'The connection ended within a record.',
  'no field': 'None of the fields that the sheet’s channels name is in this record.',
};
