import { Router, type Request, type RequestHandler } from 'express';
import type * as z from 'zod';
import {
  fieldProblems,
  Id,
  IDEMPOTENCY_HEADER,
  ProblemError,
  ROUTE_TABLE,
  roleOnTablet,
  roleReaches,
  withoutSecrets,
  type DeviceKind,
  type FieldProblem,
  type Person,
  type Role,
  type Route,
} from '@gantelet/contracts';
import type { Database, Transaction } from '../db/database.js';
import { sendEvents } from './event-stream.js';
import type { Ask, Deed, Handled, Subscribe } from './handle.js';
import { keyedWrite } from './keyed-write.js';
import type { OpenStreams } from './open-streams.js';
import type { Seal } from './seal.js';
import { carriesToken, sessionControl, type Sessions } from './sessions.js';

export interface MountContext {
  readonly database: Database;
  readonly now: () => Date;
  /** The kind of a device whose token is right; null for any other. */
  readonly letsIn: (deviceId: string, token: string) => Promise<DeviceKind | null>;
  /** Extra middleware for single routes, by route id. */
  readonly before: Readonly<Record<string, readonly RequestHandler[]>>;
  /** Checks every reply against its schema. On in tests. */
  readonly checkReplies: boolean;
  readonly streams: OpenStreams;
  readonly sessions: Pick<Sessions, 'endAll'>;
  /** Encrypts replies that hold a secret before they are stored. */
  readonly seal: Seal;
  /** Records a deed in the book, in the deed's own transaction if there is one. */
  readonly enter: (deed: Deed, tx: Transaction | null) => Promise<void>;
}

/** Mounts the whole route table. Throws when a route has no handler or more than one. */
export function mountRoutes(handlers: readonly Handled[], context: MountContext): Router {
  const router = Router();
  for (const route of ROUTE_TABLE) {
    const [handled, ...others] = handlers.filter((one) => one.route === route);
    if (!handled || others.length > 0) throw new Error(`Route ${route.id} needs exactly one handler`);
    const method = route.method.toLowerCase() as 'get' | 'post' | 'put' | 'delete';
    const before = context.before[route.id] ?? [];
    router[method](route.path, ...before, async (request, response) => {
      const reply = await answerOne(handled, request, context);
      if (route.streams) {
        const follower = { personId: request.session.personId ?? '', sid: request.sessionID };
        sendEvents(response, reply as Subscribe<unknown>, context.streams.admit(follower));
      } else if (route.mediaType !== null) response.type(route.mediaType).send(reply as string);
      else response.json(reply);
    });
  }
  return router;
}

async function answerOne(
  { route, answer }: Handled,
  request: Request,
  context: MountContext,
): Promise<unknown> {
  const person =
    route.permission === 'device'
      ? await permittedDevice(request, context)
      : await permitted(route, route.permission, request, context);
  const ask: Ask<Route> = {
    ...parsed(route, request),
    person,
    session: sessionControl(request, context.sessions),
  };
  const reply = route.keyed
    ? await keyedWrite(context, identityOf(route, ask), context.now(), async (tx) => {
        const done = await answer(ask, tx);
        await context.enter(deedOf(route, ask, request, ask.body, context.now()), tx);
        return done;
      })
    : await answer(ask, null);
  // Besides keyed writes there are sessions: who signed in or out is recorded, never what was typed.
  if (!route.keyed && route.method !== 'GET' && route.permission !== 'device')
    await context.enter(deedOf(route, ask, request, null, context.now()), null);
  return context.checkReplies && !route.streams ? route.reply.parse(reply) : reply;
}

/** What was done and by whom: the person who asked, or who has just signed in. */
function deedOf(
  route: Route,
  { person, params, key }: Ask<Route>,
  request: Request,
  body: unknown,
  at: Date,
): Deed {
  return {
    at,
    personId: person?.id ?? request.session.personId ?? '',
    routeId: route.id,
    params: withoutSecrets(route.params, params) as Deed['params'],
    body: withoutSecrets(route.body, body),
    subject: String(Object.values(params as object).at(-1) ?? (route.method === 'PUT' ? route.id : key)),
    device: (request.header('user-agent') ?? '').slice(0, LONGEST_DEVICE),
  };
}

const LONGEST_DEVICE = 160;

/** The person, if authorised; the CSRF token is checked before anything is read. */
async function permitted(
  route: Route,
  permission: 'anyone' | Role,
  request: Request,
  context: MountContext,
): Promise<Person | null> {
  const { person: found = null, onTablet = false } = request.session;
  const person = found && onTablet ? { ...found, role: roleOnTablet(found.role) } : found;
  if (permission === 'anyone') return person;
  if (!person && route.forSystems && request.header('authorization') !== undefined)
    return permittedSystem(request, context);
  if (!person) throw new ProblemError('session.required');
  if (!roleReaches(person.role, permission)) {
    throw new ProblemError('role.insufficient', { role: permission });
  }
  if (route.method !== 'GET' && !carriesToken(request)) throw new ProblemError('session.forged');
  return person;
}

/**
 * Another system reads with `id.token` as its bearer token, shown when it was registered under Devices.
 *
 * @throws ProblemError `device.token`
 */
async function permittedSystem(request: Request, { letsIn }: MountContext): Promise<Person> {
  const bearer = /^Bearer ([\w-]+)\.([\w-]+)$/.exec(request.header('authorization') ?? '');
  const id = Id.safeParse(bearer?.[1]);
  const kind = id.success ? await letsIn(id.data, bearer?.[2] ?? '') : null;
  if (!id.success || kind !== 'system') throw new ProblemError('device.token');
  return { id: id.data, name: 'another system', role: 'mechanic' };
}

/** A device authenticates with its token as a bearer token (RFC 6750). @throws ProblemError `device.token` */
async function permittedDevice(request: Request, { letsIn }: MountContext): Promise<null> {
  const token = /^Bearer ([\w-]+)$/.exec(request.header('authorization') ?? '')?.[1] ?? '';
  // Looked up only for a well-formed id: the column has no other characters.
  const id = Id.safeParse(request.params['deviceId']);
  if (!id.success || (await letsIn(id.data, token)) === null) throw new ProblemError('device.token');
  return null;
}

function parsed(route: Route, request: Request) {
  if (route.method !== 'GET' && !request.is('application/json')) throw new ProblemError('request.not-json');
  const wrong: FieldProblem[] = [];
  const read = (schema: z.ZodType, value: unknown, part: string): unknown => {
    const result = schema.safeParse(value);
    if (result.success) return result.data;
    wrong.push(...fieldProblems(result.error, part));
    return undefined;
  };
  const parts = {
    params: read(route.params, request.params, 'path'),
    query: read(route.query, request.query, 'query'),
    body: route.method === 'GET' ? {} : read(route.body, request.body, 'body'),
    key: route.keyed ? (read(Id, request.header(IDEMPOTENCY_HEADER), IDEMPOTENCY_HEADER) as string) : '',
  };
  if (wrong.length > 0) throw new ProblemError('request.invalid', {}, wrong);
  return parts;
}

function identityOf(route: Route, { key, person, params, body }: Ask<Route>) {
  if (!person) throw new ProblemError('session.required');
  return { key, routeId: route.id, secret: route.secret, personId: person.id, request: [params, body] };
}
