// Which station an account belongs to: one at a time.
import { defineEntity, p } from '@mikro-orm/core';

export const AccountRow = defineEntity({
  name: 'AccountRow',
  tableName: 'account',
  properties: { account: p.string().primary(), station: p.string() },
});
