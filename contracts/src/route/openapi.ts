import * as z from 'zod';
import { ERRORS, Problem, PROBLEM_MEDIA_TYPE, type ErrorCode } from '../problem/index.js';
import { CSRF_HEADER, IDEMPOTENCY_HEADER, type Route } from './route.js';

type Json = Record<string, unknown>;

/** Errors that any route may return, besides its own. */
const COMMON_ERRORS: readonly ErrorCode[] = ['request.invalid', 'server.busy', 'server.fault'];

/** OpenAPI 3.1 description generated from the route table. */
export function openApiOf(routes: readonly Route[], version: string): Json {
  const paths: Record<string, Json> = {};
  for (const route of routes) {
    const path = route.path.replace(/:(\w+)/g, '{$1}');
    paths[path] = { ...paths[path], [route.method.toLowerCase()]: operationOf(route) };
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Gantelet',
      version,
      description: 'Needle, thread, tension and needle rounds of one shop.',
    },
    paths,
    components: {
      schemas: { Problem: schemaOf(Problem) },
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'gantelet.sid' },
        device: { type: 'http', scheme: 'bearer' },
        system: {
          type: 'http',
          scheme: 'bearer',
          description: 'Id and token of another system, separated by a dot, as shown once under Devices.',
        },
      },
    },
  };
}

function operationOf(route: Route): Json {
  return {
    operationId: route.id,
    summary: route.summary,
    'x-permission': route.permission,
    ...securityOf(route),
    parameters: [
      ...parametersOf(route.params, 'path'),
      ...parametersOf(route.query, 'query'),
      ...headersOf(route),
    ],
    ...(route.method === 'GET'
      ? {}
      : {
          requestBody: {
            required: true,
            content: { 'application/json': { schema: schemaOf(route.body, 'input') } },
          },
        }),
    responses: {
      200: { description: 'Done', content: contentOf(route) },
      ...problemsOf(route),
    },
  };
}

function securityOf({ permission, forSystems }: Route): Json {
  if (permission === 'anyone') return {};
  if (permission === 'device') return { security: [{ device: [] }] };
  return { security: [{ session: [] }, ...(forSystems ? [{ system: [] }] : [])] };
}

function parametersOf(schema: z.ZodType, place: 'path' | 'query'): Json[] {
  const { properties = {}, required = [] } = schemaOf(schema, 'input') as {
    properties?: Record<string, Json>;
    required?: string[];
  };
  return Object.entries(properties).map(([name, one]) => ({
    name,
    in: place,
    required: required.includes(name),
    schema: one,
  }));
}

function headersOf(route: Route): Json[] {
  const header = (name: string, schema: Json) => ({ name, in: 'header', required: true, schema });
  return [
    ...(route.method === 'GET' || route.permission === 'device'
      ? []
      : [header(CSRF_HEADER, { type: 'string' })]),
    ...(route.keyed ? [header(IDEMPOTENCY_HEADER, { type: 'string', format: 'uuid' })] : []),
  ];
}

/** One response per status, listing the codes it can have. */
function problemsOf(route: Route): Json {
  const signedIn: readonly ErrorCode[] =
    route.permission === 'anyone' ? [] : ['session.required', 'role.insufficient'];
  const written: readonly ErrorCode[] =
    route.method === 'GET'
      ? []
      : ['request.malformed', 'request.too-large', 'request.not-json', 'session.forged'];
  const codes = [
    ...route.errors,
    ...signedIn,
    ...written,
    ...(route.forSystems ? (['device.token'] as const) : []),
    ...(route.keyed ? (['key.reused'] as const) : []),
    ...COMMON_ERRORS,
  ];
  const byStatus = new Map<number, ErrorCode[]>();
  for (const code of codes)
    byStatus.set(ERRORS[code].status, [...(byStatus.get(ERRORS[code].status) ?? []), code]);
  return Object.fromEntries(
    [...byStatus].map(([status, of]) => [
      status,
      {
        description: of.join(', '),
        content: { [PROBLEM_MEDIA_TYPE]: { schema: { $ref: '#/components/schemas/Problem' } } },
      },
    ]),
  );
}

const contentOf = ({ streams, mediaType, reply }: Route): Json => ({
  [streams ? 'text/event-stream' : (mediaType ?? 'application/json')]: { schema: schemaOf(reply) },
});

function schemaOf(schema: z.ZodType, io: 'input' | 'output' = 'output'): Json {
  const { $schema: _, ...rest } = z.toJSONSchema(schema, { io, unrepresentable: 'any' }) as Json;
  return rest;
}
