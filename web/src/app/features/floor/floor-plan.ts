import { PLAN_COLUMNS, PLAN_ROWS, type PlanPlace } from '@gantelet/contracts';

/** A machine, as far as its place is concerned. */
export interface Placeable {
  readonly id: string;
  readonly place: PlanPlace | null;
}

/** Where every machine of a zone is drawn, by id. */
export type ZoneLayout = ReadonlyMap<string, PlanPlace>;

const same = (a: PlanPlace, b: PlanPlace): boolean => a.column === b.column && a.row === b.row;

/** Machines where somebody placed them; the others fill the free places from the top left. */
export function layOut(machines: readonly Placeable[]): ZoneLayout {
  const layout = new Map<string, PlanPlace>();
  for (const { id, place } of machines) if (place) layout.set(id, place);
  let next = 0;
  for (const { id, place } of machines) {
    if (place) continue;
    while ([...layout.values()].some((taken) => same(taken, placeOf(next)))) next++;
    layout.set(id, placeOf(next));
  }
  return layout;
}

function placeOf(index: number): PlanPlace {
  return { column: index % PLAN_COLUMNS, row: Math.floor(index / PLAN_COLUMNS) };
}

/** Moves a machine to a place within the plan; one that is already there takes its old place. */
export function moveTo(layout: ZoneLayout, machineId: string, to: PlanPlace, mostRows: number): ZoneLayout {
  const from = layout.get(machineId);
  if (!from) return layout;
  const place = {
    column: Math.min(PLAN_COLUMNS - 1, Math.max(0, to.column)),
    row: Math.min(mostRows - 1, Math.max(0, to.row)),
  };
  if (same(from, place)) return layout;
  const moved = new Map(layout);
  for (const [id, taken] of layout) if (same(taken, place)) moved.set(id, from);
  moved.set(machineId, place);
  return moved;
}

/** Rows of a plan: those in use, and one more to grow into. */
export function rowsOf(layout: ZoneLayout): number {
  return Math.min(PLAN_ROWS, Math.max(1, ...[...layout.values()].map(({ row }) => row + 1)) + 1);
}
