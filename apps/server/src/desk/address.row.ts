// Which stations name an address as a path's own: an address that two of them name says nothing for certain.
import { defineEntity, p } from '@mikro-orm/core';

export const AddressRow = defineEntity({
  name: 'AddressRow',
  tableName: 'address',
  properties: { what: p.string().primary(), address: p.string(), station: p.string() },
});
