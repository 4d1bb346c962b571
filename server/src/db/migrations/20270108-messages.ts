import type { Migration } from '../migration.js';

const ID = 'CHAR(36) CHARACTER SET ascii COLLATE ascii_bin';
const CODE = 'VARCHAR(40) CHARACTER SET ascii COLLATE ascii_bin';

/** Mails and webhooks: recipients, content and deliveries. */
export const messages: Migration = {
  name: '20270108-messages',
  up: async ({ context }) => {
    await context.query(
      `CREATE TABLE IF NOT EXISTS message_targets (
         id ${ID} PRIMARY KEY, way ${CODE} NOT NULL, address VARCHAR(300) NOT NULL, kinds VARCHAR(200) NOT NULL,
         added_at DATETIME(6) NOT NULL, version INT NOT NULL DEFAULT 0, CHECK (way IN ('mail', 'webhook'))
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await context.query(
      `CREATE TABLE IF NOT EXISTS messages (
         id ${ID} PRIMARY KEY, kind ${CODE} NOT NULL, about VARCHAR(80) CHARACTER SET ascii COLLATE ascii_bin NOT NULL,
         subject VARCHAR(200) NOT NULL, text TEXT NOT NULL, made_at DATETIME(6) NOT NULL,
         UNIQUE KEY about (kind, about), INDEX messages_by_time (made_at)
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
    await context.query(
      `CREATE TABLE IF NOT EXISTS message_deliveries (
         message_id ${ID} NOT NULL, target_id ${ID} NOT NULL, due_at DATETIME(6) NOT NULL, tries INT NOT NULL DEFAULT 0,
         sent_at DATETIME(6), problem VARCHAR(300) NOT NULL DEFAULT '', PRIMARY KEY (message_id, target_id),
         INDEX message_deliveries_due (sent_at, due_at), FOREIGN KEY (message_id) REFERENCES messages (id),
         FOREIGN KEY (target_id) REFERENCES message_targets (id) ON DELETE CASCADE
       ) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    );
  },
  down: async ({ context }) => {
    await context.query('DROP TABLE IF EXISTS message_deliveries');
    await context.query('DROP TABLE IF EXISTS messages');
    await context.query('DROP TABLE IF EXISTS message_targets');
  },
};
