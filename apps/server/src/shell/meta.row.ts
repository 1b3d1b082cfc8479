// What is true of the database as a whole: its life.
import { defineEntity, p } from '@mikro-orm/core';

export const MetaRow = defineEntity({ name: 'MetaRow', tableName: 'meta', properties: { name: p.string().primary(), value: p.string() } });
