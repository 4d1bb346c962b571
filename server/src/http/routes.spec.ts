import {
  IDEMPOTENCY_HEADER,
  newId,
  Problem,
  ROLES,
  ROUTE_TABLE,
  roleReaches,
  routes,
  type Role,
  type Route,
} from '@gantelet/contracts';
import { COUNTER_TOKEN } from '../testing/small-works.js';
import { TestClient } from '../testing/test-client.js';
import { startTestShop, type TestShop } from '../testing/test-shop.js';

const TABLES = [
  'machines',
  'shop_values',
  'setups',
  'setup_layers',
  'test_seams',
  'bobbin_readings',
  'gauge_readings',
  'practice_runs',
  'devices',
  'jobs',
  'trouble_reports',
  'shop',
  'needle_installs',
  'needle_removals',
  'clearances',
  'writes',
];
const GUARDED = ROUTE_TABLE.filter(({ permission }) => permission !== 'anyone' && permission !== 'device');
const WRITES = ROUTE_TABLE.filter((route) => route.method !== 'GET');

/** A path of the route with well-formed but unknown ids, or with the given text for every parameter. */
const pathWith = (route: Route, value?: string) => route.path.replace(/:\w+/g, () => value ?? newId());
const keyOf = (route: Route): Record<string, string> =>
  route.keyed ? { [IDEMPOTENCY_HEADER]: newId() } : {};

describe('every route', () => {
  let shop: TestShop;
  let lead: TestClient;
  beforeAll(async () => {
    shop = await startTestShop();
    lead = await shop.signedIn('lead');
  });
  afterAll(() => shop.stop());

  /** Where a route is called so that it passes authorisation: a device has to be itself for that. */
  const insideOf = (route: Route): { path: string; headers: Record<string, string> } =>
    route.permission === 'device'
      ? {
          path: pathWith(route, shop.works.ids.counter),
          headers: { authorization: `Bearer ${COUNTER_TOKEN}` },
        }
      : { path: pathWith(route), headers: keyOf(route) };
  const counts = () => Promise.all(TABLES.map((table) => shop.count(table)));

  async function expectRefused(
    route: Route,
    sent: { path?: string; raw?: string; headers?: Record<string, string> },
  ) {
    const before = await counts();
    const answered = await lead.send({
      method: route.method,
      path: sent.path ?? insideOf(route).path,
      headers: { ...insideOf(route).headers, ...sent.headers },
      ...(sent.raw === undefined ? {} : { raw: sent.raw }),
    });
    const problem = Problem.parse(answered.body);
    expect(problem.status).withContext(`${route.id} ${problem.code}`).toBe(answered.status);
    expect(answered.status).withContext(route.id).toBeGreaterThanOrEqual(400);
    expect(answered.status).withContext(route.id).toBeLessThan(500);
    expect(await counts())
      .withContext(`${route.id} wrote nothing`)
      .toEqual(before);
    return problem;
  }

  for (const route of GUARDED) {
    it(`${route.id} requires a session and a ${route.permission}`, async () => {
      const nobody = new TestClient(shop.address);
      const sent = {
        method: route.method,
        path: pathWith(route),
        ...(route.method === 'GET' ? {} : { raw: '{}' }),
      };
      expect((await nobody.send(sent)).status).toBe(401);
      for (const role of ROLES) {
        if (roleReaches(role, route.permission as Role)) continue;
        const client = await shop.signedIn(role);
        const { status, body } = await client.send(sent);
        expect([status, (body as Problem).code]).toEqual([403, 'role.insufficient']);
      }
    });
  }

  for (const route of WRITES) {
    it(`${route.id} refuses a body that is not JSON, missing, or too large`, async () => {
      expect((await expectRefused(route, { raw: '{"a":' })).code).toBe('request.malformed');
      expect((await expectRefused(route, {})).code).toBe('request.not-json');
      const large = JSON.stringify({ filler: 'x'.repeat(route.takesList ? 8_400_000 : 300_000) });
      expect((await expectRefused(route, { raw: large })).code).toBe('request.too-large');
    });

    it(`${route.id} names an unknown field`, async () => {
      const problem = await expectRefused(route, { raw: JSON.stringify({ surprise: 1 }) });
      expect(problem.fields?.map((field) => field.path)).toContain('body.surprise');
    });

    it(`${route.id} names fields of the wrong type`, async () => {
      for (const raw of ['[1,2]', '"text"', '12', 'null', '{"__proto__":{"a":1}}']) {
        const problem = await expectRefused(route, { raw });
        expect(['request.invalid', 'request.malformed']).withContext(raw).toContain(problem.code);
      }
      const shape = (route.body as unknown as { shape?: Record<string, unknown> }).shape ?? {};
      for (const field of Object.keys(shape)) {
        const problem = await expectRefused(route, { raw: JSON.stringify({ [field]: { odd: ['thing'] } }) });
        const named = (problem.fields ?? []).some(({ path }) => path.startsWith(`body.${field}`));
        expect(named).withContext(`${route.id} ${field}`).toBeTrue();
      }
    });
  }

  for (const route of ROUTE_TABLE.filter((one) => one.path.includes(':'))) {
    it(`${route.id} names a path parameter that is not an id`, async () => {
      for (const odd of ['-7', 'x'.repeat(900), "' OR 1=1 --", '\u00e9\u202e', '%00', '%E0%A4%A']) {
        const path = odd.startsWith('%E0') ? pathWith(route, odd) : pathWith(route, encodeURIComponent(odd));
        const problem = await expectRefused(route, {
          path,
          ...(route.method === 'GET' ? {} : { raw: '{}' }),
        });
        if (problem.code === 'request.invalid') {
          expect(problem.fields?.some((field) => field.path.startsWith('path.'))).toBeTrue();
        }
      }
    });
  }

  for (const route of ROUTE_TABLE.filter((one) => one.keyed)) {
    it(`${route.id} requires a key that is a UUIDv7`, async () => {
      for (const key of ['', 'twelve', '123e4567-e89b-42d3-a456-426614174000']) {
        const problem = await expectRefused(route, { raw: '{}', headers: { [IDEMPOTENCY_HEADER]: key } });
        expect(problem.fields?.map((field) => field.path)).toContain(IDEMPOTENCY_HEADER);
      }
    });
  }

  it('names a query field that is unknown or invalid', async () => {
    const search = ROUTE_TABLE.find((route) => route.id === 'search')!;
    for (const query of ['?q=', '?other=1', '?q=a&q=b', `?q=${'x'.repeat(61)}`]) {
      const problem = await expectRefused(search, { path: `/api/search${query}` });
      expect(problem.fields?.every((field) => field.path.startsWith('query.')))
        .withContext(query)
        .toBeTrue();
    }
  });

  it('answers an unknown address with a problem document', async () => {
    const { status, body } = await lead.send({ method: 'GET', path: '/api/nothing' });
    expect([status, (body as Problem).code]).toEqual([404, 'route.unknown']);
  });

  it("refuses a write without its session's token", async () => {
    for (const route of WRITES.filter((one) => GUARDED.includes(one))) {
      const forged = lead.withToken('another');
      const { status, body } = await forged.send({ method: route.method, path: pathWith(route), raw: '{}' });
      expect([status, (body as Problem).code])
        .withContext(route.id)
        .toEqual([403, 'session.forged']);
    }
  });

  it('can be read by another system if intended, with a token of its own, and not otherwise', async () => {
    const token = 'S'.repeat(43);
    const register = async (kind: 'system' | 'scale') => {
      const key = newId();
      const body = { kind, name: `A ${kind}`, machineId: null, token };
      expect((await lead.call(routes.registerDevice, { key, body })).status).toBe(200);
      return key;
    };
    const system = await register('system');
    const read = async (route: Route, bearer: string) => {
      const answered = await fetch(shop.address + pathWith(route), {
        headers: { authorization: `Bearer ${bearer}` },
      });
      return answered.status;
    };
    for (const route of GUARDED.filter(({ method, streams }) => method === 'GET' && !streams))
      expect(await read(route, `${system}.${token}`))
        .withContext(route.id)
        .toBe(route.forSystems ? 200 : 401);
    const floor = routes.readFloor;
    expect(await read(floor, `${await register('scale')}.${token}`))
      .withContext('no system')
      .toBe(401);
    expect(await read(floor, `${system}.${'X'.repeat(43)}`)).toBe(401);
    await lead.call(routes.revokeDevice, { key: newId(), params: { deviceId: system } });
    expect(await read(floor, `${system}.${token}`))
      .withContext('blocked')
      .toBe(401);
    const write = await fetch(`${shop.address}/api/devices`, {
      method: 'POST',
      headers: { authorization: `Bearer ${system}.${token}`, 'content-type': 'application/json' },
      body: '{}',
    });
    expect(write.status).toBe(401);
  });

  it('is described in OpenAPI 3.1', async () => {
    const { body } = await lead.send({ method: 'GET', path: '/api/openapi.json' });
    const described = body as unknown as { openapi: string; paths: Record<string, Record<string, unknown>> };
    expect(described.openapi).toBe('3.1.0');
    for (const route of ROUTE_TABLE) {
      const path = route.path.replace(/:(\w+)/g, '{$1}');
      expect(described.paths[path]?.[route.method.toLowerCase()]).withContext(route.id).toBeDefined();
    }
  });

  it('carries a content security policy that admits nothing from outside', async () => {
    const policy = (await fetch(`${shop.address}/api/health`)).headers.get('content-security-policy') ?? '';
    expect(policy).toContain("default-src 'none'");
    expect(policy).not.toMatch(/unsafe|https?:|\*/);
  });
});
