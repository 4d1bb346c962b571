import type { BodyOf, ParamsOf, Person, QueryOf, ReplyOf, Route } from '@gantelet/contracts';
import type { Transaction } from '../db/database.js';

/** The browser session of a request, as far as features may use it. */
export interface SessionControl {
  /** Starts a new session for a person, ending the old one, and returns its CSRF token. */
  signIn(personId: string): Promise<string>;
  /** The same on a shared tablet: it expires sooner, and has no more rights than a mechanic. */
  signInOnTablet(personId: string): Promise<string>;
  signOut(): Promise<void>;
  /** Ends every session of the person signed in, on all devices. */
  signOutEverywhere(): Promise<void>;
  /**
   * Ends every session of a person and starts a new one here; returns its CSRF token. On a shared tablet it has no more
   * rights than before, unless somebody has signed in in full.
   */
  renew(personId: string, signedIn: 'in full' | 'as before'): Promise<string>;
  /** Whether somebody signed in here by PIN or badge. */
  readonly onTablet: boolean;
  /** The CSRF token of the present session; empty when nobody is signed in. */
  csrfToken(): string;
}

/** A request that passed the route table: its parts are parsed and its person is authorised. */
export interface Ask<R extends Route> {
  readonly params: ParamsOf<R>;
  readonly query: QueryOf<R>;
  readonly body: BodyOf<R>;
  /** Client-made key of a keyed write, which becomes the id of the row it creates; empty otherwise. */
  readonly key: string;
  /** The person; null only on routes open to anyone. */
  readonly person: Person | null;
  readonly session: SessionControl;
}

/** A route with the code that answers it. A keyed write runs inside the given transaction. */
export interface Handled {
  readonly route: Route;
  readonly answer: (ask: Ask<Route>, tx: Transaction | null) => Promise<unknown>;
}

/** Something that was requested and done. */
export interface Deed {
  readonly at: Date;
  readonly personId: string;
  readonly routeId: string;
  readonly params: Readonly<Record<string, unknown>>;
  /** Null for anything with a password. */
  readonly body: unknown;
  /** What it is about: equal for deeds about the same thing. */
  readonly subject: string;
  readonly device: string;
}

/** Delivers events from now on by calling `send`; returns a function that stops it. */
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

/** Answers a route that streams events; errors must be thrown before the first event. */
export function stream<R extends Route>(
  route: R,
  work: (ask: Ask<R>) => Promise<Subscribe<ReplyOf<R>>>,
): Handled {
  return { route, answer: work as Handled['answer'] };
}
