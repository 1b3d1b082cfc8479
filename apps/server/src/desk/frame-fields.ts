// The fields of a kept call as names and texts.
import { isObject } from '@green-lamp/core/name';
import { parsedJson } from '@green-lamp/core/wire';

export const fieldsOf = (kept: string | null | undefined): { readonly [name: string]: string } => {
  const parsed = parsedJson(kept ?? '{}');
  if (!parsed.ok || !isObject(parsed.value)) return {};
  return Object.fromEntries(Object.entries(parsed.value).flatMap(([name, value]) => (typeof value === 'string' ? [[name, value]] : [])));
};
