export interface GatherOptions {
  /** An item waits for so long for others to go with. */
  readonly waitMs: number;
  readonly most: number;
}

interface Waiting<Item, Result> {
  readonly item: Item;
  readonly done: (result: Result) => void;
  readonly failed: (error: unknown) => void;
}

/**
 * Does for many at once what is asked for each: a thousand devices are a few statements. One group is under way at a
 * time, and those that come meanwhile are the next.
 *
 * @param work gives the result of each item in the order of the items; when it fails it fails for all of them
 */
export function gathered<Item, Result>(
  work: (items: readonly Item[]) => Promise<readonly Result[]>,
  { waitMs, most }: GatherOptions,
): (item: Item) => Promise<Result> {
  let waiting: Waiting<Item, Result>[] = [];
  let working = false;

  async function workOff(): Promise<void> {
    if (working) return;
    working = true;
    while (waiting.length > 0) {
      await new Promise((resolve) => setTimeout(resolve, waitMs));
      const group = waiting.slice(0, most);
      waiting = waiting.slice(most);
      try {
        const results = await work(group.map(({ item }) => item));
        group.forEach(({ done }, i) => {
          done(results[i]!);
        });
      } catch (error) {
        for (const { failed } of group) failed(error);
      }
    }
    working = false;
  }

  return (item) =>
    new Promise((done, failed) => {
      waiting.push({ item, done, failed });
      void workOff();
    });
}
