import { QueryTypes, type Sequelize } from 'sequelize';
import { POINT_STYLES, stackOf, wearingKind, type Layer } from '@gantelet/core';
import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';
const GROUP = 'VARCHAR(80) CHARACTER SET ascii COLLATE ascii_bin';

/** Problems reported at machines, and the change interval of each group. */
export const floorReports: Migration = {
  name: '20261202-floor-reports',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS trouble_reports (
         id ${ID} PRIMARY KEY, machine_id ${ID} NOT NULL, install_id ${ID}, trouble ${CODE} NOT NULL,
         reported_at DATETIME(6) NOT NULL, reported_by_id ${ID} NOT NULL,
         answered_at DATETIME(6), answered_by_id ${ID}, finding ${CODE},
         INDEX trouble_reports_open (answered_at, machine_id), INDEX trouble_reports_by_machine (machine_id, reported_at),
         CHECK (trouble IN ('clunk', 'skipped-stitches', 'shredding', 'pin-strike', 'broken-needle')),
         CHECK (finding IN ('needle-changed', 'nothing-found', 'mended')),
         FOREIGN KEY (machine_id) REFERENCES machines (id), FOREIGN KEY (install_id) REFERENCES needle_installs (id),
         FOREIGN KEY (reported_by_id) REFERENCES people (id), FOREIGN KEY (answered_by_id) REFERENCES people (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await context.query(
      `CREATE TABLE IF NOT EXISTS life_intervals (
         life_group ${GROUP} PRIMARY KEY, advice ${CODE} NOT NULL, interval_hours DOUBLE CHECK (interval_hours > 0),
         fitted_at DATETIME(6) NOT NULL, CHECK (advice IN ('interval', 'run-to-failure', 'too-little'))
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await context.query(
      `ALTER TABLE needle_installs ADD COLUMN IF NOT EXISTS life_group ${GROUP}, ADD INDEX IF NOT EXISTS needle_installs_group (life_group)`,
    );
    await groupInstalls(context);
  },
  down: async ({ context }) => {
    await context.query(
      'ALTER TABLE needle_installs DROP INDEX IF EXISTS needle_installs_group, DROP COLUMN IF EXISTS life_group',
    );
    await context.query('DROP TABLE IF EXISTS life_intervals');
    await context.query('DROP TABLE IF EXISTS trouble_reports');
  },
};

/** Assigns existing needles to groups by the work they were installed for. */
async function groupInstalls(context: Sequelize): Promise<void> {
  const layers = await context.query<Layer & { setupId: string }>(
    `SELECT setup_id AS setupId, material_id AS materialId, thickness_mm AS thicknessMm, plies
       FROM setup_layers ORDER BY setup_id, position`,
    { type: QueryTypes.SELECT },
  );
  const cutting = POINT_STYLES.filter(({ family }) => family === 'cutting').map(({ id }) => id);
  for (const setupId of new Set(layers.map((layer) => layer.setupId))) {
    const kind = wearingKind(stackOf(layers.filter((layer) => layer.setupId === setupId)));
    await context.query(
      `UPDATE needle_installs i JOIN machines m ON m.id = i.machine_id
          SET i.life_group = CONCAT(:kind, '.', IF(i.point_style IN (:cutting), 'cutting', 'cloth'), '.', m.machine_class)
        WHERE i.setup_id = :setupId`,
      { replacements: { kind, cutting, setupId } },
    );
  }
}
