/** A change that somebody has to make in a shift. */
export interface Task {
  readonly machine: number;
  readonly zone: number;
  readonly skill: number;
  readonly minutes: number;
}

/** Somebody who works in the shift. */
export interface Mechanic {
  readonly minutes: number;
  readonly skills: readonly number[];
}

/** A mechanic's round: what to do, zone by zone. */
export interface Round {
  readonly mechanic: number;
  readonly tasks: readonly Task[];
  /** Including the walk to each zone. */
  readonly minutes: number;
}

export interface SplitWork {
  readonly rounds: readonly Round[];
  /** What nobody can do within their minutes: zones and people do not always divide the way minutes do. */
  readonly leftOver: readonly Task[];
}

/**
 * Splits the changes of a shift among mechanics: whole zones first, largest first, to whoever can do most of it and
 * has most minutes left, so that few zones are walked to twice. Tasks come in walking order and keep it.
 */
export function splitWork(
  tasks: readonly Task[],
  setupMinutes: readonly number[],
  mechanics: readonly Mechanic[],
): SplitWork {
  const left = mechanics.map(({ minutes }) => minutes);
  const given: Task[][] = mechanics.map(() => []);
  let leftOver: Task[] = [];
  const zones = [...new Set(tasks.map(({ zone }) => zone))].map((zone) => ({
    zone,
    tasks: tasks.filter((task) => task.zone === zone),
  }));
  const minutesOf = (some: readonly Task[]): number => some.reduce((sum, { minutes }) => sum + minutes, 0);
  zones.sort((a, b) => minutesOf(b.tasks) - minutesOf(a.tasks));
  for (const { zone, tasks: own } of zones) {
    let open = own;
    const asked = new Set<number>();
    while (open.length > 0 && asked.size < mechanics.length) {
      const offers = mechanics.map((mechanic, i) => ({
        i,
        takes: asked.has(i) ? [] : fitting(open, mechanic, left[i]! - setupMinutes[zone]!),
      }));
      const best = offers.reduce((a, b) =>
        minutesOf(b.takes) > minutesOf(a.takes) ||
        (minutesOf(b.takes) === minutesOf(a.takes) && left[b.i]! > left[a.i]!)
          ? b
          : a,
      );
      if (best.takes.length === 0) break;
      asked.add(best.i);
      given[best.i]!.push(...best.takes);
      left[best.i]! -= setupMinutes[zone]! + minutesOf(best.takes);
      open = open.filter((task) => !best.takes.includes(task));
    }
    leftOver = [...leftOver, ...open];
  }
  const order = new Map(tasks.map((task, i) => [task, i]));
  return {
    rounds: given.flatMap((some, mechanic) =>
      some.length === 0
        ? []
        : [
            {
              mechanic,
              tasks: some.sort((a, b) => order.get(a)! - order.get(b)!),
              minutes: mechanics[mechanic]!.minutes - left[mechanic]!,
            },
          ],
    ),
    leftOver,
  };
}

function fitting(tasks: readonly Task[], { skills }: Mechanic, minutes: number): readonly Task[] {
  let left = minutes;
  return tasks.filter((task) => {
    if (!skills.includes(task.skill) || task.minutes > left + 1e-6) return false;
    left -= task.minutes;
    return true;
  });
}
