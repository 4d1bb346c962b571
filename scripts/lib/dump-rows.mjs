import { Transform } from 'node:stream';

const NEW_LINE = 10;
const ROW_BEGINS = 40;
const INSERT = /^INSERT INTO `([^`]+)` VALUES/;
const TABLE = /^CREATE TABLE `([^`]+)`/;
/** As much of a line as says what it is. */
const HEAD = 200;

/**
 * Counts the rows of each table in a dump on its way. The dump tells of one moment, so these counts do too, however
 * much is written meanwhile. It has one row per line: newlines inside values are escaped.
 */
export function countingRows() {
  const rows = {};
  let table = null;
  let line = '';
  let row = false;
  let atStart = true;
  const ended = () => {
    const made = TABLE.exec(line);
    if (made) rows[made[1]] = 0;
    const filled = INSERT.exec(line);
    if (filled) table = filled[1];
    else if (row) rows[table] += 1;
  };
  const stream = new Transform({
    transform(part, _encoding, done) {
      for (let from = 0; from < part.length;) {
        const end = part.indexOf(NEW_LINE, from);
        const to = end === -1 ? part.length : end;
        if (atStart) [line, row] = ['', part[from] === ROW_BEGINS];
        if (!row && line.length < HEAD) line += part.toString('latin1', from, Math.min(to, from + HEAD));
        atStart = end !== -1;
        if (atStart) ended();
        from = to + 1;
      }
      done(null, part);
    },
  });
  return { stream, rows };
}
