import * as z from 'zod';
import type { ErrorCode } from '../problem/index.js';
import type { Role } from '../shop/index.js';

/** Who may ask. */
export type Permission = 'anyone' | 'device' | Role;

export type Method = 'GET' | 'POST' | 'PUT' | 'DELETE';

/**
 * One address of the server: who may ask, what goes in, what comes out, and what can go wrong. The server mounts it,
 * the web client calls it and the published description is made from it, so that none of them can drift.
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
  /** Least role that may ask; `anyone` needs no session, a `device` its own token as a bearer. */
  readonly permission: Permission;
  /** A keyed write carries an Idempotency-Key and is done once, however often it is sent. */
  readonly keyed: boolean;
  /** Whether the reply holds something that lets somebody in, and is kept under seal. */
  readonly secret: boolean;
  /** Whether other systems may read it with a token of their own, as a bearer. */
  readonly forSystems: boolean;
  /** Answers with a stream of server-sent events, each a `reply`, until one side ends it. */
  readonly streams: boolean;
  /** Media type of a reply that is text as it stands; null for JSON. */
  readonly mediaType: string | null;
  readonly params: Params;
  readonly query: Query;
  readonly body: Body;
  readonly reply: Reply;
  /** Coded errors beyond those every route can answer. */
  readonly errors: readonly ErrorCode[];
}

export type ParamsOf<R extends Route> = z.infer<R['params']>;
export type QueryOf<R extends Route> = z.infer<R['query']>;
export type BodyOf<R extends Route> = z.infer<R['body']>;
/** A body as it is sent: what has a default may be left out. */
export type SentBodyOf<R extends Route> = z.input<R['body']>;
export type ReplyOf<R extends Route> = z.infer<R['reply']>;

/** Header that carries the client-made key of a write. */
export const IDEMPOTENCY_HEADER = 'Idempotency-Key';
/** Header that carries the session's token on everything but GET. */
export const CSRF_HEADER = 'X-CSRF-Token';
/** Header that names a request in the log; an answer says which request it is of. */
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

/** A route that only reads. */
export function reads<R extends z.ZodType, P extends z.ZodType = Nothing, Q extends z.ZodType = Nothing>(
  spec: Common<P, Q, R>,
): Route<P, Q, Nothing, R> {
  return {
    ...spec,
    method: 'GET',
    keyed: false,
    secret: false,
    forSystems: spec.forSystems ?? false,
    streams: false,
    mediaType: null,
    params: spec.params ?? (Nothing as unknown as P),
    query: spec.query ?? (Nothing as unknown as Q),
    body: Nothing,
    errors: spec.errors ?? [],
  };
}

/** Set in the address of a stream, so that a service worker leaves it alone: through one, nothing would ever arrive. */
export const PAST_WORKER = 'ngsw-bypass';
const StreamQuery = z.strictObject({ [PAST_WORKER]: z.string().max(5).optional() });

/** A route that tells what happens as it happens; `reply` is one event. */
export function streams<R extends z.ZodType, P extends z.ZodType = Nothing>(
  spec: Omit<Common<P, typeof StreamQuery, R>, 'query'>,
): Route<P, typeof StreamQuery, Nothing, R> {
  return { ...reads({ ...spec, query: StreamQuery }), streams: true };
}

/** A route that gives a text of its own kind. */
export function downloads<P extends z.ZodType = Nothing, Q extends z.ZodType = Nothing>(
  spec: Omit<Common<P, Q, z.ZodString>, 'reply'> & { readonly mediaType: string },
): Route<P, Q, Nothing, z.ZodString> {
  return { ...reads({ ...spec, reply: z.string() }), mediaType: spec.mediaType };
}

/** A route that changes something. Keyed unless said otherwise. */
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
  },
): Route<P, Q, B, R> {
  return {
    ...spec,
    keyed: spec.keyed ?? true,
    secret: spec.secret ?? false,
    forSystems: false,
    streams: false,
    mediaType: null,
    params: spec.params ?? (Nothing as unknown as P),
    query: spec.query ?? (Nothing as unknown as Q),
    errors: spec.errors ?? [],
  };
}

export { Nothing };
