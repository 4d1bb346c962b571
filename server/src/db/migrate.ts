import { QueryTypes, type Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug } from 'umzug';
import type { DatabaseConfig } from '../config.js';
import { openOneConnection } from './database.js';
import type { Migration } from './migration.js';
import { firstTables } from './migrations/20261124-first-tables.js';
import { matchRoom } from './migrations/20261125-match-room.js';
import { tensionRoom } from './migrations/20261126-tension-room.js';
import { gaugeReadings } from './migrations/20261127-gauge-readings.js';
import { devices } from './migrations/20261128-devices.js';
import { counters } from './migrations/20261201-counters.js';
import { floorReports } from './migrations/20261202-floor-reports.js';
import { needlePockets } from './migrations/20261204-needle-pockets.js';
import { floorWork } from './migrations/20261205-floor-work.js';
import { lifeGroupings } from './migrations/20261206-life-groupings.js';
import { roundsRoom } from './migrations/20261207-rounds-room.js';
import { schoolsOfPractice } from './migrations/20261209-schools-of-practice.js';
import { keptSettings } from './migrations/20261210-kept-settings.js';
import { safetyStops } from './migrations/20261211-safety-stops.js';
import { sessionsOfPeople } from './migrations/20261212-sessions-of-people.js';
import { changedIntervals } from './migrations/20261216-changed-intervals.js';
import { changeovers } from './migrations/20261217-changeovers.js';
import { faultCases } from './migrations/20261219-fault-cases.js';
import { backups } from './migrations/20261223-backups.js';
import { store } from './migrations/20261224-store.js';
import { retiredMachines } from './migrations/20261225-retired-machines.js';
import { bobbinCases } from './migrations/20261226-bobbin-cases.js';
import { serviceKinds } from './migrations/20261227-service-kinds.js';
import { hookChecks } from './migrations/20261228-hook-checks.js';
import { book } from './migrations/20261222-book.js';
import { jobQueue } from './migrations/20261221-job-queue.js';
import { needlePhotos } from './migrations/20261229-needle-photos.js';
import { serviceEvents } from './migrations/20261230-service-events.js';
import { messages } from './migrations/20270108-messages.js';
import { shelfLife } from './migrations/20270109-shelf-life.js';
import { locksAndDeliveries } from './migrations/20270113-locks-and-deliveries.js';
import { bookSeals } from './migrations/20270112-book-seals.js';
import { safekeeping } from './migrations/20270111-safekeeping.js';
import { brokerHash } from './migrations/20270110-broker-hash.js';
import { tablets } from './migrations/20270107-tablets.js';
import { stitchAndContrast } from './migrations/20270106-stitch-and-contrast.js';
import { colourMarks } from './migrations/20270105-colour-marks.js';
import { plates } from './migrations/20270104-plates.js';
import { drives } from './migrations/20270103-drives.js';
import { handSettings } from './migrations/20270102-hand-settings.js';
import { pullTests } from './migrations/20270101-pull-tests.js';
import { threadingCards } from './migrations/20261231-threading-cards.js';
import { needleChecks } from './migrations/20261220-needle-checks.js';
import { people } from './migrations/20261218-people.js';
import { plainNames } from './migrations/20261215-plain-names.js';
import { counterLeaps } from './migrations/20261214-counter-leaps.js';
import { withdrawals } from './migrations/20261213-withdrawals.js';
import { withdrawnPieces } from './migrations/20261208-withdrawn-pieces.js';
import { needleCounts } from './migrations/20261203-needle-counts.js';
import { lifeRoom } from './migrations/20261130-life-room.js';

/** In the order of their names, which begin with the date. */
export const MIGRATIONS: readonly Migration[] = [
  firstTables,
  matchRoom,
  tensionRoom,
  gaugeReadings,
  devices,
  lifeRoom,
  counters,
  floorReports,
  needleCounts,
  needlePockets,
  floorWork,
  lifeGroupings,
  roundsRoom,
  withdrawnPieces,
  schoolsOfPractice,
  keptSettings,
  safetyStops,
  sessionsOfPeople,
  withdrawals,
  counterLeaps,
  plainNames,
  changedIntervals,
  changeovers,
  people,
  faultCases,
  needleChecks,
  jobQueue,
  book,
  backups,
  store,
  retiredMachines,
  bobbinCases,
  serviceKinds,
  hookChecks,
  needlePhotos,
  serviceEvents,
  threadingCards,
  pullTests,
  handSettings,
  drives,
  plates,
  colourMarks,
  stitchAndContrast,
  tablets,
  messages,
  shelfLife,
  brokerHash,
  safekeeping,
  bookSeals,
  locksAndDeliveries,
];

/** The migrations of a database, to run up or down. */
export function migrationsOf(sequelize: Sequelize): Umzug<Sequelize> {
  return new Umzug<Sequelize>({
    migrations: [...MIGRATIONS],
    context: sequelize,
    storage: new SequelizeStorage({ sequelize, tableName: 'migrations' }),
    logger: undefined,
  });
}

/** How long a start waits for another one that is migrating. */
const LONGEST_WAIT_S = 300;

/**
 * Brings a database up to the newest schema, or reverts its newest step, and returns the names of the steps run.
 *
 * Only one process at a time does so; others wait. Everything runs on one connection, which holds the lock, so that
 * what a killed process left running still keeps the next one waiting.
 */
export async function migrate(config: DatabaseConfig, direction: 'up' | 'down'): Promise<string[]> {
  const sequelize = openOneConnection(config);
  try {
    await lockSchema(sequelize, config.name);
    const done = await migrationsOf(sequelize)[direction]();
    return done.map(({ name }) => name);
  } finally {
    // Closing the connection releases the lock.
    await sequelize.close();
  }
}

async function lockSchema(sequelize: Sequelize, name: string): Promise<void> {
  const [row] = await sequelize.query<{ locked: number | null }>(
    'SELECT GET_LOCK(:name, :seconds) AS locked',
    { replacements: { name: `migrate.${name}`, seconds: LONGEST_WAIT_S }, type: QueryTypes.SELECT },
  );
  if (Number(row?.locked) !== 1)
    throw new Error(
      `Another process has been migrating the database for ${LONGEST_WAIT_S} s. Try again later.`,
    );
}
