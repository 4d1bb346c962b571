import type { Sequelize } from 'sequelize';
import type { RunnableMigration } from 'umzug';

/**
 * A step of the schema. Each statement can be repeated: a step that was cut short is simply run again from the start.
 */
export type Migration = RunnableMigration<Sequelize>;
