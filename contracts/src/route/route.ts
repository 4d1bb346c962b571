import * as z from 'zod';
import type { ErrorCode } from '../problem/index.js';
import type { Role } from '../shop/index.js';

/** Who may call it. */
export type Permission = 'anyone' | 'device' | Role;

export type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';

/**
 * One address of the server: who may call it, what goes in, what comes out, and what can go wrong. The server mounts
 * it, the web client calls it and the published description is generated from it, so they cannot drift apart.
 */
export interface Route<
  Params extends z.ZodType = z.ZodType,
  Query extends z.ZodType = z.ZodType,
  Body extends z.ZodType = z.ZodType,
  Reply extends z.ZodType = z.ZodType,
> {
  readonly id: string;
  readonly method: Method;
  /** Path with `:name` parameters. */
  readonly path: string;
  readonly summary: string;
  /** The least role required; `anyone` needs no session, a `device` its own token as a bearer token. */
  readonly permission: Permission;
  /** A keyed write carries an Idempotency-Key and is done once, however often it is sent. */
  readonly keyed: boolean;
  /** Whether the reply holds credentials and is stored encrypted. */
  readonly secret: boolean;
  /** Whether its body is a list from a spreadsheet, which may be larger than what people type. */
  readonly takesList: boolean;
  /** Whether other systems may read it with a bearer token of their own. */
  readonly forSystems: boolean;
  /** Answers with a stream of server-sent events, each a `reply`, until one side ends it. */
  readonly streams: boolean;
  /** Media type of a plain-text reply; null for JSON. */
  readonly mediaType: string | null;
  readonly params: Params;
  readonly query: Query;
  readonly body: Body;
  readonly reply: Reply;
  /** Error codes besides those every route may return. */
  readonly errors: readonly ErrorCode[];
}

export type ParamsOf<R extends Route> = z.infer<R['params']>;
export type QueryOf<R extends Route> = z.infer<R['query']>;
export type BodyOf<R extends Route> = z.infer<R['body']>;
/** A body as it is sent: fields with a default may be left out. */
export type SentBodyOf<R extends Route> = z.input<R['body']>;
export type ReplyOf<R extends Route> = z.infer<R['reply']>;

/** Header with the client-made key of a write. */
export const IDEMPOTENCY_HEADER = 'Idempotency-Key';
/** Header with the session's CSRF token, on everything but GET. */
export const CSRF_HEADER = 'X-CSRF-Token';
/** Header that identifies a request in the log; an answer says which request it belongs to. */
export const REQUEST_ID_HEADER = 'X-Request-Id';

const Nothing = z.strictObject({});
type Nothing = typeof Nothing;

interface Common<P, Q, R> {
  readonly id: string;
  readonly path: string;
  readonly summary: string;
  readonly permission: Permission;
  readonly forSystems?: boolean;
  readonly params?: P;
  readonly query?: Q;
  readonly reply: R;
  readonly errors?: readonly ErrorCode[];
}

/** A read-only route. */
export function reads<R extends z.ZodType, P extends z.ZodType = Nothing, Q extends z.ZodType = Nothing>(
  spec: Common<P, Q, R>,
): Route<P, Q, Nothing, R> {
  return {
    ...spec,
    method: 'GET',
    keyed: false,
    secret: false,
    takesList: false,
    forSystems: spec.forSystems ?? false,
    streams: false,
    mediaType: null,
    params: spec.params ?? (Nothing as unknown as P),
    query: spec.query ?? (Nothing as unknown as Q),
    body: Nothing,
    errors: spec.errors ?? [],
  };
}

/**
 * Set in the address of a stream, so that the service worker leaves it alone: through it, nothing would ever arrive.
 */
export const PAST_WORKER = 'ngsw-bypass';
const StreamQuery = z.strictObject({ [PAST_WORKER]: z.string().max(5).optional() });

/** A route that streams events; `reply` is one event. */
export function streams<R extends z.ZodType, P extends z.ZodType = Nothing>(
  spec: Omit<Common<P, typeof StreamQuery, R>, 'query'>,
): Route<P, typeof StreamQuery, Nothing, R> {
  return { ...reads({ ...spec, query: StreamQuery }), streams: true };
}

/** A route that returns text of another type. */
export function downloads<P extends z.ZodType = Nothing, Q extends z.ZodType = Nothing>(
  spec: Omit<Common<P, Q, z.ZodString>, 'reply'> & { readonly mediaType: string },
): Route<P, Q, Nothing, z.ZodString> {
  return { ...reads({ ...spec, reply: z.string() }), mediaType: spec.mediaType };
}

/** A route that changes something. Keyed unless stated otherwise. */
export function writes<
  B extends z.ZodType,
  R extends z.ZodType,
  P extends z.ZodType = Nothing,
  Q extends z.ZodType = Nothing,
>(
  spec: Common<P, Q, R> & {
    readonly method: 'POST' | 'PUT' | 'DELETE';
    readonly body: B;
    readonly keyed?: boolean;
    readonly secret?: boolean;
    readonly takesList?: boolean;
  },
): Route<P, Q, B, R> {
  return {
    ...spec,
    keyed: spec.keyed ?? true,
    secret: spec.secret ?? false,
    takesList: spec.takesList ?? false,
    forSystems: false,
    streams: false,
    mediaType: null,
    params: spec.params ?? (Nothing as unknown as P),
    query: spec.query ?? (Nothing as unknown as Q),
    errors: spec.errors ?? [],
  };
}

export { Nothing };
