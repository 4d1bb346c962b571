import type { BodyOf, ParamsOf, Person, QueryOf, ReplyOf, Route } from '@gantelet/contracts';
import type { Transaction } from '../db/database.js';

/** The browser session of a request, as far as a feature may touch it. */
export interface SessionControl {
  /** Starts a new session for a person, dropping the old one, and gives its write token. */
  signIn(personId: string): Promise<string>;
  /** The same on a tablet that many share: it ends sooner, and reaches no further than a mechanic. */
  signInOnTablet(personId: string): Promise<string>;
  signOut(): Promise<void>;
  /** Ends every session of whoever is signed in, on all devices. */
  signOutEverywhere(): Promise<void>;
  /** Ends every session of a person and begins a new one here; gives its token for writes. */
  renew(personId: string): Promise<string>;
  /** The write token of the present session; empty when nobody is signed in. */
  csrfToken(): string;
}

/** A request that passed the route table: its parts are parsed and its person may ask. */
export interface Ask<R extends Route> {
  readonly params: ParamsOf<R>;
  readonly query: QueryOf<R>;
  readonly body: BodyOf<R>;
  /** Client-made key of a keyed write, which becomes the id of the row it makes; empty otherwise. */
  readonly key: string;
  /** Who asks; null only on routes open to anyone. */
  readonly person: Person | null;
  readonly session: SessionControl;
}

/** A route with the code that answers it. A keyed write runs inside the transaction it is given. */
export interface Handled {
  readonly route: Route;
  readonly answer: (ask: Ask<Route>, tx: Transaction | null) => Promise<unknown>;
}

/** What was asked of the server and done. */
export interface Deed {
  readonly at: Date;
  readonly personId: string;
  readonly routeId: string;
  readonly params: Readonly<Record<string, unknown>>;
  /** Null for what holds a password. */
  readonly body: unknown;
  /** What it is about: the same thing is told by the same one. */
  readonly subject: string;
  readonly device: string;
}

/** Tells events from now on by calling `send`; gives what ends it. */
export type Subscribe<Event> = (send: (event: Event) => void) => () => void;

/** Answers a route that needs no transaction of its own. */
export function answer<R extends Route>(route: R, work: (ask: Ask<R>) => Promise<ReplyOf<R>>): Handled {
  return { route, answer: work as Handled['answer'] };
}

/** Answers a keyed write, all of it in one transaction. */
export function write<R extends Route>(
  route: R,
  work: (ask: Ask<R> & { readonly person: Person }, tx: Transaction) => Promise<ReplyOf<R>>,
): Handled {
  return { route, answer: work as unknown as Handled['answer'] };
}

/** Answers a route that tells what happens: what may go wrong goes wrong before the first event. */
export function stream<R extends Route>(
  route: R,
  work: (ask: Ask<R>) => Promise<Subscribe<ReplyOf<R>>>,
): Handled {
  return { route, answer: work as Handled['answer'] };
}
