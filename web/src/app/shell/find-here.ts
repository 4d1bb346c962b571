import { CATALOGUE, readLabel, type LabelReading } from '@gantelet/core';
import { ROOMS } from './rooms';

/** A search result: what it is, and where it opens. */
export interface Found {
  readonly path: string;
  readonly kind: string;
  readonly name: string;
  readonly where: string;
}

const MOST = 4;

/** What can be found without asking the server: rooms, thread and needle sizes, and settings. */
export function findHere(text: string): readonly Found[] {
  const wanted = text.toLowerCase();
  const rooms = ROOMS.filter(({ name }) => name.toLowerCase().includes(wanted)).map(({ path, name }) => ({
    path,
    kind: 'room',
    name,
    where: '',
  }));
  const values = CATALOGUE.filter(({ name }) => wanted.length > 2 && name.toLowerCase().includes(wanted))
    .slice(0, MOST)
    .map(({ name, usedIn }) => ({
      path: `/catalogue?find=${encodeURIComponent(name)}`,
      kind: 'setting',
      name,
      where: usedIn,
    }));
  return [...rooms, ...sizes(text), ...values];
}

/** The search text read as a label: a thread or needle size. */
function sizes(text: string): readonly Found[] {
  const answer = readLabel(text);
  if (answer.outcome !== 'read') return [];
  return answer.readings.slice(0, MOST).map((reading) => ({
    path: `/thread?read=${encodeURIComponent(text)}`,
    kind: reading.kind,
    name: nameOf(reading),
    where: text,
  }));
}

function nameOf(reading: LabelReading): string {
  if (reading.kind === 'thread') return `Tex ${Math.round(reading.thread.tex)}`;
  const { system, size, point } = reading.needle;
  return [system?.id, size && `NM ${size.nm}`, point?.name].filter(Boolean).join(' ');
}
