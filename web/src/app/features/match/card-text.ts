import {
  findNodeAtLocation,
  getNodeValue,
  parseTree,
  printParseErrorCode,
  type Node,
  type ParseError,
} from 'jsonc-parser';
import { SETUP_CARD_FORMAT } from '@gantelet/contracts';

/** A position in a text file, counted from 1. */
export interface TextPlace {
  readonly line: number;
  readonly column: number;
}

/** A file of set-up cards as text: its cards, or why it is not one, and where each field is. */
export interface CardText {
  readonly cards: readonly unknown[];
  readonly problem: string | null;
  /** Where a card's field is; the card itself if the field is missing. */
  placeOf(row: number, path: string): TextPlace;
}

const MOST_CARDS = 500;

/** Reads a file of set-up cards, keeping the position of every field. Never throws. */
export function readCardText(text: string): CardText {
  const errors: ParseError[] = [];
  const root = parseTree(text, errors);
  const refused = (problem: string): CardText => ({
    cards: [],
    problem,
    placeOf: () => ({ line: 1, column: 1 }),
  });
  const [error] = errors;
  if (!root || error) {
    const { line, column } = placeAt(text, error?.offset ?? 0);
    const what = error ? printParseErrorCode(error.error) : 'empty';
    return refused(`Not readable JSON: ${what} at line ${line}, column ${column}. Nothing was imported.`);
  }
  const cards = findNodeAtLocation(root, ['cards']);
  const format = findNodeAtLocation(root, ['format']);
  if (format?.value !== SETUP_CARD_FORMAT || cards?.type !== 'array') {
    return refused(
      `This is not a file of set-ups: its format must be "${SETUP_CARD_FORMAT}", with a list of set-ups.`,
    );
  }
  const rows = cards.children ?? [];
  if (rows.length === 0 || rows.length > MOST_CARDS) {
    return refused(`The file has ${rows.length} set-ups; allowed: 1 to ${MOST_CARDS} at a time.`);
  }
  return {
    cards: rows.map((row) => getNodeValue(row) as unknown),
    problem: null,
    placeOf: (row, path) => placeAt(text, nearestNode(rows[row]!, path).offset),
  };
}

/** The node of a dotted path, or the last existing one on the way. */
function nearestNode(card: Node, path: string): Node {
  let found = card;
  for (const name of path.split('.').filter((part) => part !== '')) {
    const next = findNodeAtLocation(found, [/^\d+$/.test(name) ? Number(name) : name]);
    if (!next) break;
    found = next;
  }
  return found;
}

function placeAt(text: string, offset: number): TextPlace {
  const before = text.slice(0, offset).split('\n');
  return { line: before.length, column: before.at(-1)!.length + 1 };
}
