import type { Migration } from '../migration.js';
import { dropChecks } from '../drop-checks.js';

const OLD = "clock IN ('hours', 'days')";
const NEW = "clock IN ('hours', 'days', 'strikes', 'needle-changes', 'changeovers')";

/** Kinds of service that are triggered by events at a machine. */
export const serviceEvents: Migration = {
  name: '20261230-service-events',
  up: async ({ context }) => {
    await dropChecks(context, 'service_kinds', 'clock');
    await context.query(`ALTER TABLE service_kinds ADD CHECK (${NEW})`);
  },
  down: async ({ context }) => {
    await context.query(`DELETE FROM service_kinds WHERE NOT ${OLD}`);
    await dropChecks(context, 'service_kinds', 'clock');
    await context.query(`ALTER TABLE service_kinds ADD CHECK (${OLD})`);
  },
};
