import { SearchQuery, SearchResult } from '../search/index.js';
import { bookRoutes } from './book-routes.js';
import { changeoverRoutes } from './changeover-routes.js';
import { deviceRoutes } from './device-routes.js';
import { faultRoutes } from './fault-routes.js';
import { hookRoutes } from './hook-routes.js';
import { plateRoutes } from './plate-routes.js';
import { pullTestRoutes } from './pull-test-routes.js';
import { handSettingRoutes } from './hand-setting-routes.js';
import { threadingRoutes } from './threading-routes.js';
import { floorRoutes } from './floor-routes.js';
import { jobQueueRoutes } from './job-queue-routes.js';
import { lifeRoutes } from './life-routes.js';
import { matchRoutes } from './match-routes.js';
import { recordRoutes } from './record-routes.js';
import { messageRoutes } from './message-routes.js';
import { needleRoutes } from './needle-routes.js';
import { roundsRoutes } from './rounds-routes.js';
import { safekeepingRoutes } from './safekeeping-routes.js';
import { serviceRoutes } from './service-routes.js';
import { storeRoutes } from './store-routes.js';
import { shopRoutes } from './shop-routes.js';
import { tabletRoutes } from './tablet-routes.js';
import { tensionRoutes } from './tension-routes.js';
import { reads, type Route } from './route.js';

/** Every address of the server. */
export const routes = {
  ...shopRoutes,
  ...floorRoutes,
  ...serviceRoutes,
  ...needleRoutes,
  ...matchRoutes,
  ...changeoverRoutes,
  ...jobQueueRoutes,
  ...faultRoutes,
  ...plateRoutes,
  ...hookRoutes,
  ...threadingRoutes,
  ...handSettingRoutes,
  ...pullTestRoutes,
  ...tensionRoutes,
  ...recordRoutes,
  ...bookRoutes,
  ...lifeRoutes,
  ...storeRoutes,
  ...roundsRoutes,
  ...deviceRoutes,
  ...messageRoutes,
  ...safekeepingRoutes,
  ...tabletRoutes,
  search: reads({
    id: 'search',
    path: '/api/search',
    summary: 'Find machines and set-ups',
    permission: 'operator',
    query: SearchQuery,
    reply: SearchResult,
  }),
} as const;

/** The route table as a list. */
export const ROUTE_TABLE: readonly Route[] = Object.values(routes);

/** A route's path with its parameters filled in. */
export function pathOf(route: Pick<Route, 'path'>, params: Readonly<Record<string, string>>): string {
  return route.path.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(params[name] ?? ''));
}
