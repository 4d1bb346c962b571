import { DataTypes } from 'sequelize';
import {
  id,
  instant,
  instantOrNone,
  ref,
  refOrNone,
  text,
  version,
  whole,
  wholeOrNone,
  type DefineTable,
} from './columns.js';
import type {
  CalendarLinkRow,
  RoundPlanRow,
  RoundSkipRow,
  RoundsSettingsRow,
  StockCountRow,
  StockOrderRow,
} from './rounds-rows.js';

const long = { type: DataTypes.TEXT('long'), allowNull: false };
const needle = { needleSystem: text, bladeNm: whole, pointStyle: text, needleFinish: text };

/** The tables of the rounds and of the needles in the store. */
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
    stockCounts: table<StockCountRow>('stock_counts', {
      id,
      ...needle,
      counted: whole,
      countedAt: instant,
      countedById: ref,
    }),
    stockOrders: table<StockOrderRow>('stock_orders', {
      id,
      ...needle,
      quantity: whole,
      expectedOn: { type: DataTypes.DATEONLY, allowNull: false },
      orderedAt: instant,
      orderedById: ref,
      receivedAt: instantOrNone,
      receivedById: refOrNone,
      receivedQuantity: wholeOrNone,
    }),
  };
}
