import { writeHistoryIntoBook } from '../book-history.js';
import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';

/** One log of everything done, started from what the tables remember; and the end of its chain. */
export const book: Migration = {
  name: '20261222-book',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS book_entries (
         id BIGINT UNSIGNED AUTO_INCREMENT PRIMARY KEY, at DATETIME(6) NOT NULL, person_id ${ID} NOT NULL, kind ${CODE} NOT NULL,
         machine_id ${ID}, subject VARCHAR(120) CHARACTER SET ascii COLLATE ascii_bin NOT NULL, details MEDIUMTEXT NOT NULL,
         words TEXT NOT NULL, device VARCHAR(160) NOT NULL DEFAULT '', place BIGINT UNSIGNED UNIQUE,
         seal CHAR(64) CHARACTER SET ascii COLLATE ascii_bin, INDEX book_entries_by_time (at, id),
         INDEX book_entries_of_machine (machine_id, at, id), INDEX book_entries_of_machine_kind (machine_id, kind, at, id),
         INDEX book_entries_of_person (person_id, at, id),
         INDEX book_entries_of_kind (kind, at, id), INDEX book_entries_of_subject (subject, kind, id),
         FULLTEXT INDEX book_entries_words (words), FOREIGN KEY (person_id) REFERENCES people (id),
         FOREIGN KEY (machine_id) REFERENCES machines (id)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await context.query(
      `CREATE TABLE IF NOT EXISTS book_end (
         id TINYINT UNSIGNED PRIMARY KEY CHECK (id = 1), place BIGINT UNSIGNED NOT NULL,
         seal CHAR(64) CHARACTER SET ascii COLLATE ascii_bin NOT NULL
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await context.query(`INSERT IGNORE INTO book_end (id, place, seal) VALUES (1, 0, REPEAT('0', 64))`);
    // A step that was cut short starts the history again; nothing else has been written yet.
    await context.query('DELETE FROM book_entries');
    await writeHistoryIntoBook(context, { names: false });
  },
  down: async ({ context }) => {
    await context.query('DROP TABLE IF EXISTS book_entries');
    await context.query('DROP TABLE IF EXISTS book_end');
  },
};
