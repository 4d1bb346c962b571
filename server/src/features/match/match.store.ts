import { Op } from 'sequelize';
import type { Setup, SetupWork } from '@gantelet/contracts';
import { plainRows, type Database, type Transaction } from '../../db/database.js';
import { needleColumns, needleOfColumns } from '../../db/needle-columns.js';
import type { SetupLayerRow, SetupRow } from '../../db/rows.js';

/** Set-ups with their layers, by name: all of them, those of one machine, or a single one. */
export async function findSetups(
  { tables }: Database,
  only: { readonly id?: string; readonly machineId?: string } = {},
  tx: Transaction | null = null,
): Promise<readonly Setup[]> {
  const rows = plainRows(
    await tables.setups.findAll({ where: only, order: ['name', 'id'], transaction: tx }),
  );
  const ids = rows.map((row) => row.id);
  const savers = plainRows(
    await tables.people.findAll({
      where: { id: [...new Set(rows.map((row) => row.savedById))] },
      transaction: tx,
    }),
  );
  const layers = plainRows(
    await tables.setupLayers.findAll({
      where: { setupId: { [Op.in]: ids } },
      order: ['position'],
      transaction: tx,
    }),
  );
  const layersOf = new Map<string, SetupLayerRow[]>(ids.map((id) => [id, []]));
  for (const layer of layers) layersOf.get(layer.setupId)?.push(layer);
  const names = new Map(savers.map((person) => [person.id, person.name]));
  return rows.map((row) => setupOf(row, layersOf.get(row.id) ?? [], names.get(row.savedById) ?? ''));
}

/** Locks a set-up for a change and returns its version, or null if it does not exist. */
export async function lockSetup({ tables }: Database, id: string, tx: Transaction): Promise<SetupRow | null> {
  return (await tables.setups.findByPk(id, { transaction: tx, lock: true }))?.get({ plain: true }) ?? null;
}

export async function insertSetup(
  { tables }: Database,
  id: string,
  work: SetupWork,
  savedById: string,
  savedAt: Date,
  tx: Transaction,
): Promise<void> {
  await tables.setups.create({ id, ...columnsOf(work), savedAt, savedById, version: 0 }, { transaction: tx });
  await tables.setupLayers.bulkCreate(layerRows(id, work), { transaction: tx });
}

export async function updateSetup(
  { tables }: Database,
  id: string,
  work: SetupWork,
  version: number,
  savedById: string,
  savedAt: Date,
  tx: Transaction,
): Promise<void> {
  await tables.setups.update(
    { ...columnsOf(work), savedAt, savedById, version },
    { where: { id }, transaction: tx },
  );
  await tables.setupLayers.destroy({ where: { setupId: id }, transaction: tx });
  await tables.setupLayers.bulkCreate(layerRows(id, work), { transaction: tx });
}

/** The columns that a set-up's work is stored in. */
export function columnsOf(work: SetupWork) {
  return {
    name: work.name,
    machineId: work.machineId,
    threadLabel: work.thread.label,
    threadTex: work.thread.tex,
    threadConstruction: work.thread.constructionId,
    ...needleColumns(work.needle),
    plateHoleMm: work.plateHoleMm,
    stitchLengthMm: work.stitchLengthMm,
    sizeSchool: work.schools.size,
    leatherPointSchool: work.schools.leatherPoint,
    coatedPointSchool: work.schools.coatedPoint,
  };
}

/** The rows that a set-up's layers are stored in, top first. */
export function layerRows(setupId: string, work: SetupWork): SetupLayerRow[] {
  return work.layers.map((layer, position) => ({ setupId, position, ...layer }));
}

function setupOf(row: SetupRow, layers: readonly SetupLayerRow[], savedBy: string): Setup {
  return {
    id: row.id,
    name: row.name,
    machineId: row.machineId,
    layers: layers.map(({ materialId, thicknessMm, plies }) => ({ materialId, thicknessMm, plies })),
    thread: { label: row.threadLabel, tex: row.threadTex, constructionId: row.threadConstruction },
    needle: needleOfColumns(row),
    plateHoleMm: row.plateHoleMm,
    stitchLengthMm: row.stitchLengthMm,
    schools: {
      size: row.sizeSchool,
      leatherPoint: row.leatherPointSchool,
      coatedPoint: row.coatedPointSchool,
    },
    version: row.version,
    savedAt: row.savedAt.toISOString(),
    savedBy,
  };
}
