export interface GatherOptions {
  /** How long an item waits for others to be grouped with. */
  readonly waitMs: number;
  readonly most: number;
}

interface Waiting<Item, Result> {
  readonly item: Item;
  readonly done: (result: Result) => void;
  readonly failed: (error: unknown) => void;
}

/**
 * Groups single requests into one call: a thousand devices cost a few statements. One group runs at a time; what
 * arrives meanwhile forms the next.
 *
 * @param work returns one result per item, in order; if it fails, it fails for all of them
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
