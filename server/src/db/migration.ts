import type { Sequelize } from 'sequelize';
import type { RunnableMigration } from 'umzug';

/**
 * A step of the schema. Each of its statements can be repeated: a step that was cut short at any moment is simply run
 * again from its beginning.
 */
export type Migration = RunnableMigration<Sequelize>;
