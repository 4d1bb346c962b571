import type { Config } from './config.js';
import type { Database } from './db/database.js';
import type { Handled } from './http/handle.js';
import { startRoutes } from './scenario/start.routes.js';
import { bookRoutes } from './features/book/index.js';
import { catalogueRoutes } from './features/catalogue/index.js';
import { changeoverRoutes } from './features/changeover/index.js';
import { counterRoutes } from './features/counter/index.js';
import { deviceRoutes, type DeviceLine } from './features/device/index.js';
import { floorRoutes } from './features/floor/index.js';
import { faultRoutes } from './features/fault/index.js';
import { needleRoutes } from './features/needle/index.js';
import { handSettingRoutes } from './features/hand-setting/index.js';
import { hookRoutes } from './features/hook/index.js';
import { jobQueueRoutes } from './features/job-queue/index.js';
import { lifeRoutes } from './features/life/index.js';
import { matchRoutes } from './features/match/index.js';
import { pullTestRoutes } from './features/pull-test/index.js';
import { practiceRoutes } from './features/practice/index.js';
import { recordRoutes } from './features/record/index.js';
import { roundsRoutes } from './features/rounds/index.js';
import { searchRoutes } from './features/search/index.js';
import { serviceRoutes } from './features/service/index.js';
import { setupCardRoutes } from './features/setup-card/index.js';
import { shopRoutes } from './features/shop/index.js';
import { storeRoutes } from './features/store/index.js';
import { tensionRoutes } from './features/tension/index.js';
import { plateRoutes } from './features/plate/index.js';
import { safekeepingRoutes } from './features/safekeeping/index.js';
import { messageRoutes } from './features/message/index.js';
import { tabletRoutes } from './features/tablet/index.js';
import { threadingRoutes } from './features/threading/index.js';

export interface AnswerContext {
  readonly database: Database;
  readonly line: DeviceLine;
  readonly now: () => Date;
  readonly config: Pick<Config, 'firstCode' | 'mail' | 'sessionSecret' | 'dataFolder' | 'webhookNetworks'>;
}

/** Everything the server can answer, feature by feature. */
export function handlersOf(context: AnswerContext): readonly Handled[] {
  const { database, line, now, config } = context;
  return [
    ...shopRoutes(database, now),
    ...floorRoutes(database, now),
    ...needleRoutes(database, now),
    ...matchRoutes(database, now),
    ...setupCardRoutes(database, now),
    ...changeoverRoutes(database, now),
    ...jobQueueRoutes(database, now),
    ...faultRoutes(database, now),
    ...hookRoutes(database, now),
    ...plateRoutes(database, now),
    ...tabletRoutes(database, now),
    ...threadingRoutes(database, now),
    ...pullTestRoutes(database, now),
    ...handSettingRoutes(database, now),
    ...serviceRoutes(database, now),
    ...catalogueRoutes(database, now),
    ...bookRoutes(database),
    ...tensionRoutes(database, now),
    ...recordRoutes(database, now),
    ...practiceRoutes(database),
    ...counterRoutes(database, now),
    ...deviceRoutes(database, line, now),
    ...lifeRoutes(database, now),
    ...storeRoutes(database, now),
    ...roundsRoutes(database, now),
    ...searchRoutes(database),
    ...safekeepingRoutes(database, now, config.dataFolder),
    ...messageRoutes({
      ...{ database, now, secret: config.sessionSecret, webhookNetworks: config.webhookNetworks },
      mailGoesOut: config.mail !== null,
    }),
    ...startRoutes({ database, now, firstCode: config.firstCode }),
  ];
}
