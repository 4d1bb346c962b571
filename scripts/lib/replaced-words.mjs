import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './paths.mjs';

/**
 * Words that were replaced by better ones, so that they do not come back: the word to avoid, and what to write.
 * docs/glossary.md has the words of the trade.
 */
const REPLACED = [
  [/\bnot kept\b(?! in pocket)/i, 'not saved'],
  [/\bnothing was kept\b/i, 'nothing was saved'],
  [/\banew\b/i, 'again; recalculate'],
  [/\breckon/i, 'calculate, use'],
  [/\bfar (face|thread)\b/i, 'underside, bobbin thread'],
  [/\bcannot be got at\b/i, 'not available'],
  [/\blet(s|ting)? \w+ in no more\b|\blet in\b/i, 'block, allow'],
  [/\bput (it )?down\b.*(click)/i, 'close'],
  [/\btell the mechanics\b|\b(tellPlan|toldAt|toldRounds|readToldRounds|ToldRounds)\b/, 'publish, published'],
  [/\b(WorkLook|looksFor|work_looks)\b|\/api\/looks\b/, 'spot check'],
  [/\b(readStory|MachineStory)\b/, 'history'],
  [/\b(keepJob|showOutRevoked|hush)\b/, 'renewLease, disconnectRevoked, unsubscribe'],
  [/\bneedles that wear alike\b/i, 'needle groups'],
  [/\bwait(s)? for the network, kept\b/i, 'not sent yet'],
  [/\bthe shipped one\b/i, 'the default'],
  [/\bway(s)? of the shop\b/i, 'house rules'],
  [/\bschool of size\b/i, 'eye fit preference'],
  [/\bfitted to common practice\b/i, 'calculated from common practice'],
  [/\bputs? \w* ?aside\b/i, 'set aside'],
  [/\bby mail\b/i, 'by email'],
];

/** Where old words are allowed: migrations name what used to be, and this list names itself. */
const EXEMPT = /db\/migrations\/|\/replaced-words(\.spec)?\.mjs$|\/(dist|node_modules)\//;
const READ = /\.(ts|html|mjs|md)$/;
const FOLDERS = ['core', 'contracts', 'server', 'web', 'demo', 'devices', 'e2e', 'bench', 'scripts', 'docs'];
const FILES = ['README.md', 'CONTRIBUTING.md'];

/** Occurrences of replaced words: file, line, text and replacement. */
export function findReplaced() {
  const inFolders = FOLDERS.flatMap((folder) =>
    readdirSync(join(ROOT, folder), { recursive: true }).map((file) => `${folder}/${file}`),
  );
  return [...FILES, ...inFolders]
    .filter((file) => READ.test(file) && !EXEMPT.test(file))
    .flatMap((file) => replacedIn(file, readFileSync(join(ROOT, file), 'utf8')));
}

/** The same for one text. */
export function replacedIn(file, text) {
  return text.split('\n').flatMap((line, i) =>
    REPLACED.flatMap(([pattern, better]) => {
      const found = pattern.exec(line);
      return found ? [`${file}:${i + 1}: instead of "${found[0]}" write: ${better}`] : [];
    }),
  );
}
