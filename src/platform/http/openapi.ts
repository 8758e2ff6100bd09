import type { Schema, SchemaDescription } from 'yup';
import type { Reading, RouteFile } from './endpoint.ts';
import { KEY } from './once.ts';

/** OpenAPI 3.1 of the routes as they are loaded: paths from their files, bodies from the very schemas that judge them. */
export function describeApi(modules: Readonly<Record<string, RouteFile>>): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const [file, module] of Object.entries(modules)) {
    const path = `/api/${file
      .replace(/^\.\//, '')
      .replace(/\.ts$/, '')
      .replace(/(^|\/)index$/, '')}`
      .replace(/\/$/, '')
      .replace(/\[(\w+)\]/g, '{$1}');
    for (const method of ['GET', 'POST', 'PUT'] as const) {
      const route = module[method];
      if (!route) continue;
      const query: Schema = route.query;
      const asked = objectOf(query.describe());
      (paths[path] ??= {})[method.toLowerCase()] = {
        summary: `${method === 'GET' ? 'Reads' : 'Needs'} the role ${route.role}`,
        'x-role': route.role,
        security: [{ session: [] }, { token: [] }],
        parameters: [
          ...[...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
            name,
            in: 'path',
            required: true,
            schema: { type: 'string' },
          })),
          ...Object.entries(asked.properties).map(([name, schema]) => ({
            name,
            in: 'query',
            required: asked.required.includes(name),
            schema,
          })),
          ...(route.schema ? [KEY_PARAMETER] : []),
        ],
        ...(route.schema && {
          requestBody: {
            required: true,
            content: { 'application/json': { schema: jsonSchemaOf(route.schema.describe()) } },
          },
        }),
        responses: { 200: { description: 'Done, as JSON' }, ...refusalsOf(route) },
      };
    }
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Cantiere',
      version: '1',
      description: 'Every route of the application. Failures are problem details (RFC 9457) with a stable code.',
    },
    components: {
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'better-auth.session_token' },
        token: { type: 'http', scheme: 'bearer', description: 'A token of a lead’s making, with its role and expiry' },
      },
      schemas: {
        Problem: {
          type: 'object',
          required: ['title', 'status', 'code'],
          properties: {
            title: { type: 'string' },
            status: { type: 'integer' },
            code: { type: 'string' },
            fields: { type: 'array', items: { type: 'object' } },
          },
        },
      },
    },
    paths: Object.fromEntries(Object.entries(paths).sort(([a], [b]) => (a < b ? -1 : 1))),
  };
}
/** Every status that a route may refuse with, and the codes it has there of its own. */
function refusalsOf({ role, statuses }: Pick<Reading, 'role' | 'statuses'>): object {
  const why: Record<number, string[]> = {
    400: ['a field or the body cannot be read'],
    401: ['signed out'],
    403: [`below ${role}, or from another origin`],
    422: ['understood and refused, with what to do'],
    503: ['not possible just now: send the same again after the seconds of Retry-After'],
  };
  for (const [code, status] of Object.entries(statuses)) (why[status] ??= []).push(code);
  return Object.fromEntries(Object.entries(why).map(([status, reasons]) => [status, PROBLEM(reasons.join('; '))]));
}
const KEY_PARAMETER = {
  name: 'Idempotency-Key',
  in: 'header',
  required: false,
  description:
    'Made by the client before its first try: however often it is sent with this, it is done once and answered alike, for a day',
  schema: { type: 'string', pattern: KEY.source },
};
const PROBLEM = (description: string): object => ({
  description,
  content: { 'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } } },
});

interface Described extends SchemaDescription {
  readonly fields?: Record<string, Described>;
  readonly innerType?: Described;
}

const objectOf = ({ fields = {} }: Described) => ({
  properties: Object.fromEntries(Object.entries(fields).map(([k, f]) => [k, jsonSchemaOf(f)])),
  required: Object.entries(fields)
    .filter(([, f]) => !f.optional)
    .map(([k]) => k),
});

/** JSON Schema of a Yup schema, as far as our schemas go. */
export function jsonSchemaOf(d: Described): object {
  const limits = Object.fromEntries(
    d.tests.flatMap(({ name, params }): [string, unknown][] => {
      const n = d.type === 'string' ? 'Length' : d.type === 'array' ? 'Items' : 'imum';
      if (name === 'min') return [[`min${n}`, params?.['min']]];
      if (name === 'max') return [[`max${n}`, params?.['max']]];
      if (name === 'matches') return [['pattern', String((params?.['regex'] as RegExp).source)]];
      return [];
    }),
  );
  const choices = d.oneOf.length > 0 ? { enum: d.oneOf } : {};
  const orNull = (type: string) => (d.nullable ? [type, 'null'] : type);
  switch (d.type) {
    case 'object':
      return { type: 'object', additionalProperties: false, ...objectOf(d) };
    case 'array':
      return { type: 'array', ...limits, ...(d.innerType && { items: jsonSchemaOf(d.innerType) }) };
    case 'number':
      return { type: orNull(d.tests.some((t) => t.name === 'integer') ? 'integer' : 'number'), ...limits, ...choices };
    case 'boolean':
      return { type: orNull('boolean') };
    case 'string':
      return { type: orNull('string'), ...limits, ...choices };
    default:
      return { type: 'object', description: 'By setting key' };
  }
}
