import { QueryTypes } from 'sequelize';
import type { SearchResult } from '@gantelet/contracts';
import type { Database } from '../../db/database.js';

const MOST = 8;

/**
 * Machines, set-ups, needle lots and people whose number, name or code contains the text; those that begin with it
 * first.
 */
export async function search({ sequelize }: Database, text: string): Promise<SearchResult> {
  const literal = text.replace(/[\\%_]/g, (mark) => `\\${mark}`);
  const replacements = { starts: `${literal}%`, holds: `%${literal}%`, most: MOST };
  const [machines, setups, lots, people] = await Promise.all([
    sequelize.query<{ id: string; shop_number: number; name: string; zone_name: string }>(
      `SELECT m.id, m.shop_number, m.name, z.name AS zone_name FROM machines m JOIN zones z ON z.id = m.zone_id
        WHERE m.retired_at IS NULL
          AND (m.name LIKE :holds OR LPAD(m.shop_number, 2, '0') LIKE :starts OR m.shop_number LIKE :starts)
        ORDER BY m.name LIKE :starts DESC, m.shop_number LIMIT :most`,
      { type: QueryTypes.SELECT, replacements },
    ),
    sequelize.query<{ id: string; name: string; machine_name: string }>(
      `SELECT u.id, u.name, m.name AS machine_name FROM setups u JOIN machines m ON m.id = u.machine_id
        WHERE u.name LIKE :holds ORDER BY u.name LIKE :starts DESC, u.name LIMIT :most`,
      { type: QueryTypes.SELECT, replacements },
    ),
    sequelize.query<SearchResult['lots'][number]>(
      `SELECT id, code, needle_system AS systemId, blade_nm AS nm FROM needle_lots
        WHERE code LIKE :holds ORDER BY code LIKE :starts DESC, received_at DESC LIMIT :most`,
      { type: QueryTypes.SELECT, replacements },
    ),
    sequelize.query<SearchResult['people'][number]>(
      `SELECT id, name, role FROM people WHERE name LIKE :holds ORDER BY name LIKE :starts DESC, name LIMIT :most`,
      { type: QueryTypes.SELECT, replacements },
    ),
  ]);
  return {
    machines: machines.map((m) => ({
      id: m.id,
      shopNumber: m.shop_number,
      name: m.name,
      zoneName: m.zone_name,
    })),
    lots,
    people,
    setups: setups.map((s) => ({ id: s.id, name: s.name, machineName: s.machine_name })),
  };
}
