import { ERRORS } from '../problem/index.js';
import { openApiOf, pathOf, routes, ROUTE_TABLE } from './index.js';

describe('the route table', () => {
  it('gives every route its own id and its own address', () => {
    expect(Object.entries(routes).every(([name, route]) => name === route.id)).toBeTrue();
    const addresses = ROUTE_TABLE.map(({ method, path }) => `${method} ${path.replace(/:\w+/g, ':')}`);
    expect(new Set(addresses).size).toBe(addresses.length);
  });

  it('keys every write except those of the session, and names its path parameters', () => {
    for (const route of ROUTE_TABLE) {
      // Device readings carry numbers of their own.
      const isSession = route.path.startsWith('/api/session') || route.permission === 'device';
      expect(route.keyed)
        .withContext(route.id)
        .toBe(route.method !== 'GET' && !isSession);
      const inPath = [...route.path.matchAll(/:(\w+)/g)].map((match) => match[1]);
      const declared = Object.keys((route.params as unknown as { shape: object }).shape);
      expect(declared)
        .withContext(route.id)
        .toEqual(inPath as string[]);
    }
  });

  it('fills in a path safely', () => {
    expect(pathOf(routes.readSetup, { setupId: 'a/b?c' })).toBe('/api/setups/a%2Fb%3Fc');
  });

  it('is described completely, with only statuses from the catalogue', () => {
    const described = openApiOf(ROUTE_TABLE, '1.0.0') as {
      paths: Record<string, Record<string, { operationId: string; responses: Record<string, unknown> }>>;
    };
    const operations = Object.values(described.paths).flatMap((methods) => Object.values(methods));
    expect(operations.map((operation) => operation.operationId).sort()).toEqual(
      ROUTE_TABLE.map((route) => route.id).sort(),
    );
    const statuses = new Set([200, ...Object.values(ERRORS).map((error) => error.status)]);
    for (const { operationId, responses } of operations) {
      for (const status of Object.keys(responses)) {
        expect(statuses.has(Number(status)))
          .withContext(`${operationId} ${status}`)
          .toBeTrue();
      }
    }
  });
});
