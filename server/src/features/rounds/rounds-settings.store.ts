import { NO_SETTINGS, ProblemError, RoundsSettings, type Person } from '@gantelet/contracts';
import { orIfDuplicate, plainRows, type Database, type Transaction } from '../../db/database.js';

/** The present planning settings. */
export async function readSettings(
  { tables }: Database,
  tx: Transaction | null = null,
): Promise<RoundsSettings> {
  const [row] = plainRows(
    await tables.roundsSettings.findAll({ order: [['version', 'DESC']], limit: 1, transaction: tx }),
  );
  return row
    ? RoundsSettings.parse({ ...(JSON.parse(row.settings) as object), version: row.version })
    : NO_SETTINGS;
}

/**
 * Adds a version of the settings: earlier ones stay, so that every plan can be explained.
 *
 * @throws ProblemError `version.stale`, `rounds.settings` for a person or thing that is not in this shop
 */
export async function reviseSettings(
  database: Database,
  settings: RoundsSettings,
  person: Person,
  now: Date,
  tx: Transaction,
): Promise<RoundsSettings> {
  const standing = await readSettings(database, tx);
  const stale = (): ProblemError =>
    new ProblemError('version.stale', { sent: settings.version, current: standing });
  if (standing.version !== settings.version) throw stale();
  await requireKnown(database, settings, tx);
  const version = settings.version + 1;
  const { version: _, ...kept } = settings;
  const row = { version, settings: JSON.stringify(kept), setAt: now, setById: person.id };
  // Somebody else may take this version in the same moment.
  await orIfDuplicate(database.tables.roundsSettings.create(row, { transaction: tx }), stale);
  return { ...settings, version };
}

async function requireKnown(
  { tables }: Database,
  { mechanics, absences, walks, away, corrections }: RoundsSettings,
  tx: Transaction,
): Promise<void> {
  const idsOf = async (
    rows: Promise<readonly { get(name: 'id'): unknown }[]>,
  ): Promise<ReadonlySet<unknown>> => new Set((await rows).map((row) => row.get('id')));
  const options = { attributes: ['id' as const], transaction: tx };
  const [people, shifts, zones, machines] = [
    await idsOf(tables.people.findAll(options)),
    await idsOf(tables.shifts.findAll(options)),
    await idsOf(tables.zones.findAll(options)),
    await idsOf(tables.machines.findAll(options)),
  ] as const;
  const wrong = [
    ...mechanics.flatMap(({ personId, shiftIds }, i) => [
      ...(people.has(personId)
        ? []
        : [{ path: `body.mechanics.${i}.personId`, message: 'nobody of this shop' }]),
      ...(shiftIds.every((id) => shifts.has(id))
        ? []
        : [{ path: `body.mechanics.${i}.shiftIds`, message: 'not all are shifts of this shop' }]),
    ]),
    ...absences.flatMap(({ personId }, i) =>
      people.has(personId) ? [] : [{ path: `body.absences.${i}.personId`, message: 'nobody of this shop' }],
    ),
    ...walks.flatMap(({ zoneId }, i) =>
      zones.has(zoneId) ? [] : [{ path: `body.walks.${i}.zoneId`, message: 'no zone of this shop' }],
    ),
    ...[
      ...away.map((one, i) => [one, `away.${i}`] as const),
      ...corrections.map((one, i) => [one, `corrections.${i}`] as const),
    ].flatMap(([{ machineId }, at]) =>
      machines.has(machineId) ? [] : [{ path: `body.${at}.machineId`, message: 'no machine of this shop' }],
    ),
  ];
  if (wrong.length > 0) throw new ProblemError('rounds.settings', {}, wrong);
}
