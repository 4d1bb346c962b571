import { newId, type MessageKind, type MessageTarget } from '@gantelet/contracts';
import { bookEnd } from '../book/index.js';
import type { Database } from '../../db/database.js';
import { dayIn } from '../../time/day-in.js';
import { timeIn } from '../../time/time-in.js';
import { findShop } from '../shop/index.js';
import { readStore, thingText } from '../store/index.js';
import { findTargets, insertMessage, isTold, roundsToTell, stopsToTell } from './message.store.js';

/** Something to report. */
interface News {
  readonly kind: MessageKind;
  readonly about: string;
  readonly subject: string;
  readonly text: string;
}

/**
 * Creates messages for everything that happened since somebody wants to be told of it, each once, whichever server
 * does the work.
 */
export async function makeMessages(database: Database, now: Date): Promise<number> {
  const targets = await findTargets(database);
  if (targets.length === 0) return 0;
  const since = (kind: MessageKind): Date | null => {
    const added = targets
      .filter(({ kinds }) => kinds.includes(kind))
      .map(({ addedAt }) => Date.parse(addedAt));
    return added.length === 0 ? null : new Date(Math.min(...added));
  };
  const shop = await findShop(database);
  if (!shop) return 0;
  const { timeZone } = shop;
  const news = [
    ...(await stopNews(database, since('machine-stopped'), timeZone)),
    ...(await roundNews(database, since('round-published'), timeZone)),
    ...(since('order-now') === null ? [] : await orderNews(database, now, timeZone)),
    ...(since('book-head') === null ? [] : await bookNews(database, now, timeZone)),
  ];
  let made = 0;
  for (const one of news) if (await tell(database, one, targets, now)) made++;
  return made;
}

async function tell(
  database: Database,
  { kind, ...news }: News,
  targets: readonly MessageTarget[],
  madeAt: Date,
): Promise<boolean> {
  const to = targets.filter(({ kinds }) => kinds.includes(kind)).map(({ id }) => id);
  return database.transaction((tx) =>
    insertMessage(database, { id: newId(), kind, ...news, madeAt }, to, tx),
  );
}

async function stopNews(database: Database, since: Date | null, timeZone: string): Promise<readonly News[]> {
  const stops = since === null ? [] : await stopsToTell(database, since);
  return stops.map(({ id, machineName, personName, at }) => ({
    kind: 'machine-stopped',
    about: id,
    subject: `${machineName} is stopped: a piece of needle is missing`,
    text:
      `${personName} reported it on ${timeIn(timeZone, at)}. The machine does not run until the piece is found and a ` +
      'mechanic has cleared it.',
  }));
}

async function roundNews(database: Database, since: Date | null, timeZone: string): Promise<readonly News[]> {
  const rounds = since === null ? [] : await roundsToTell(database, since);
  return rounds.map(({ about, personName, at }) => ({
    ...{ kind: 'round-published', about, subject: 'A plan of rounds is published' },
    text: `${personName} published it on ${timeIn(timeZone, at)}. The round sheets go by it from now on.`,
  }));
}

/** What has to be ordered, reported once a day while there is something; the day is the shop's. */
async function orderNews(database: Database, now: Date, timeZone: string): Promise<readonly News[]> {
  const day = { kind: 'order-now', about: dayIn(timeZone, now) } as const;
  // What to order is worked out until it has been reported, not on every pass of the day.
  if (await isTold(database, day)) return [];
  const { items } = await readStore(database, now);
  const due = items.filter(({ toOrder }) => toOrder > 0);
  if (due.length === 0) return [];
  const lines = due.map(
    ({ thing, supplier, toOrder }) =>
      `${thingText(thing)}: ${toOrder}${supplier ? `, from ${supplier}` : ''}`,
  );
  return [
    {
      ...day,
      subject: `${due.length} ${due.length === 1 ? 'thing' : 'things'} to order now`,
      text: lines.join('\n'),
    },
  ];
}

/** Where the chain of the book ends, once a day: kept elsewhere, it shows later whether the end was cut off. */
async function bookNews(database: Database, now: Date, timeZone: string): Promise<readonly News[]> {
  const day = { kind: 'book-head', about: dayIn(timeZone, now) } as const;
  if (await isTold(database, day)) return [];
  const { place, seal } = await bookEnd(database);
  if (place === 0) return [];
  return [
    {
      ...day,
      subject: `The book on ${day.about}: ${place} entries`,
      text: `Entry ${place} of the book has the seal ${seal}. Keep this message outside Gantelet: if the book is ever shorter, or this entry has another seal, somebody has changed it.`,
    },
  ];
}
