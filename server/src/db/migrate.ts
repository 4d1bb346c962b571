import type { Sequelize } from 'sequelize';
import { SequelizeStorage, Umzug, type RunnableMigration } from 'umzug';
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
import { withdrawnPieces } from './migrations/20261208-withdrawn-pieces.js';
import { needleCounts } from './migrations/20261203-needle-counts.js';
import { lifeRoom } from './migrations/20261130-life-room.js';

export type Migration = RunnableMigration<Sequelize>;

/** In the order of their names, which begin with their date. */
const MIGRATIONS: readonly Migration[] = [
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
