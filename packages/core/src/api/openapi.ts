// The API's own description, made of its routes (OpenAPI 3.1: its schemas are JSON Schema 2020-12).
import { isObject, type Json } from '../name/index.ts';
import type { JsonSchema } from '../problem/index.ts';
import { type AnyRoute, toldShape } from './route.ts';

const named = /:(\w+)/g;
const parameter = (name: string, where: 'path' | 'query', required: boolean, schema: Json): Json => ({ name, in: where, required, schema });

const queryOf = (schema: JsonSchema): Json[] => {
  const { properties, required } = schema;
  const must = Array.isArray(required) ? required : [];
  return isObject(properties)
    ? Object.entries(properties).map(([name, of]) => ({
        ...(parameter(name, 'query', must.includes(name), of) as object), // a schema is JSON
        // A list stands in one parameter, its members parted by commas.
        ...(isObject(of) && of['type'] === 'array' ? { style: 'form', explode: false } : {}),
      }))
    : [];
};
const content = (schema: JsonSchema, type = 'application/json'): Json => ({ [type]: { schema } });
const bodyOf = ({ body }: AnyRoute): { readonly requestBody?: Json } => {
  if (body === null) return {};
  if (body === 'octets') return { requestBody: { required: true, content: content({}, 'application/octet-stream') } };
  return { requestBody: { required: true, content: content(body.schema ?? {}) } };
};

const operation = (route: AnyRoute): Json => ({
  summary: route.says,
  parameters: [
    ...[...route.path.matchAll(named)].map(([, name = '']) => parameter(name, 'path', true, { type: 'string' })),
    ...queryOf(route.query.schema ?? {}),
  ],
  ...bodyOf(route),
  responses: {
    '200': { description: 'What was asked for.', content: content(route.answer.schema ?? {}) },
    default: {
      description: 'What was wrong, each with its sentence.',
      content: content({
        type: 'object',
        required: ['problems'],
        properties: { problems: { type: 'array', items: toldShape.schema ?? {} } },
      }),
    },
  },
});

/** The description of these routes as an OpenAPI 3.1 document. */
export const openApi = (
  routes: readonly AnyRoute[],
): { readonly openapi: string; readonly info: { readonly [name: string]: string }; readonly paths: { readonly [path: string]: Json } } => {
  const paths: { [path: string]: { [method: string]: Json } } = {};
  for (const route of routes) (paths[route.path.replace(named, '{$1}')] ??= {})[route.method.toLowerCase()] = operation(route);
  return { openapi: '3.1.0', info: { title: 'Green Lamp', version: '1' }, paths };
};
