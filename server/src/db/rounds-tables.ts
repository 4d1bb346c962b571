import { DataTypes } from 'sequelize';
import { id, instant, instantOrNone, ref, refOrNone, text, version, type DefineTable } from './columns.js';
import type { CalendarLinkRow, RoundPlanRow, RoundSkipRow, RoundsSettingsRow } from './rounds-rows.js';

const long = { type: DataTypes.TEXT('long'), allowNull: false };

/** The tables for rounds. */
export function roundsTables(table: DefineTable) {
  return {
    roundsSettings: table<RoundsSettingsRow>('rounds_settings', {
      version: { type: DataTypes.INTEGER, primaryKey: true },
      settings: long,
      setAt: instant,
      setById: ref,
    }),
    roundPlans: table<RoundPlanRow>('round_plans', {
      id,
      version,
      madeAt: instant,
      madeById: ref,
      plan: long,
      publishedAt: instantOrNone,
      publishedById: refOrNone,
    }),
    roundSkips: table<RoundSkipRow>('round_skips', {
      id,
      machineId: ref,
      startsAt: instant,
      reason: text,
      note: text,
      skippedAt: instant,
      skippedById: ref,
    }),
    calendarLinks: table<CalendarLinkRow>('calendar_links', {
      personId: { ...ref, primaryKey: true },
      tokenHash: text,
      madeAt: instant,
    }),
  };
}
