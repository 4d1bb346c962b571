import {
  CSRF_HEADER,
  IDEMPOTENCY_HEADER,
  newId,
  pathOf,
  routes,
  type SentBodyOf,
  type ParamsOf,
  type QueryOf,
  type ReplyOf,
  type Route,
  type Session,
} from '@gantelet/contracts';
import { TEST_PEOPLE, type TestRole } from './small-works.js';

export interface Answered<T> {
  readonly status: number;
  readonly body: T;
}

/** What a test sends besides what the route table requires; `raw` replaces the body as it is. */
export interface Sent {
  readonly method: string;
  readonly path: string;
  readonly raw?: string;
  readonly headers?: Readonly<Record<string, string>>;
}

/** A browser without a page: keeps its cookie and CSRF token. */
export class TestClient {
  private cookie = '';
  private token = '';

  constructor(readonly address: string) {}

  async signIn(role: TestRole): Promise<this> {
    await this.call(routes.signIn, { body: TEST_PEOPLE[role] });
    return this;
  }

  async call<R extends Route>(
    route: R,
    parts: {
      readonly params?: ParamsOf<R>;
      readonly query?: QueryOf<R>;
      readonly body?: SentBodyOf<R>;
      readonly key?: string;
    } = {},
  ): Promise<Answered<ReplyOf<R>>> {
    const { params = {}, query = {}, body = {}, key = newId() } = parts;
    const search = new URLSearchParams(query as Record<string, string>).toString();
    const path = pathOf(route, params as Record<string, string>) + (search === '' ? '' : `?${search}`);
    const raw = route.method === 'GET' ? {} : { raw: JSON.stringify(body) };
    const headers: Record<string, string> = route.keyed ? { [IDEMPOTENCY_HEADER]: key } : {};
    const answered = await this.send({ method: route.method, path, headers, ...raw });
    // As a page does: the token from the session that was read last is the one to write with.
    const token = (answered.body as Partial<Session> | null)?.csrfToken;
    if (token !== undefined && answered.status === 200) this.token = token;
    return answered as Answered<ReplyOf<R>>;
  }

  async send({ method, path, raw, headers = {} }: Sent): Promise<Answered<unknown>> {
    const response = await fetch(this.address + path, {
      method,
      headers: {
        cookie: this.cookie,
        [CSRF_HEADER]: this.token,
        ...(raw === undefined ? {} : { 'content-type': 'application/json' }),
        ...headers,
      },
      ...(raw === undefined ? {} : { body: raw }),
    });
    const set = response.headers.getSetCookie()[0];
    if (set !== undefined) this.cookie = set.split(';')[0]!;
    const text = await response.text();
    const isJson = response.headers.get('content-type')?.includes('json') ?? false;
    return {
      status: response.status,
      body: text === '' ? null : isJson ? (JSON.parse(text) as Session) : text,
    };
  }

  /** Opens an address with this session and leaves the answer open. */
  open(url: string, signal: AbortSignal): Promise<Response> {
    return fetch(url, { headers: { cookie: this.cookie }, signal });
  }

  /** Sends the session with another token, as a forged page would. */
  withToken(token: string): TestClient {
    const other = new TestClient(this.address);
    other.cookie = this.cookie;
    other.token = token;
    return other;
  }
}
