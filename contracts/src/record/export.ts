import * as z from 'zod';

/** The tables of a shop's records that can be taken out, by the name of their file. */
export const EXPORTS = [
  'machines',
  'machine_plates',
  'machine_systems',
  'setups',
  'setup_layers',
  'changeovers',
  'changeover_ticks',
  'needle_installs',
  'needle_removals',
  'needle_lots',
  'part_used_needles',
  'sharps_emptyings',
  'safety_stops',
  'clearances',
  'trouble_reports',
  'fault_cases',
  'test_seams',
  'kept_settings',
  'bobbin_cases',
  'bobbin_case_swaps',
  'bobbin_readings',
  'gauge_readings',
  'machine_services',
  'service_kinds',
  'piece_counts',
  'counter_hours',
  'spot_checks',
  'needle_checks',
  'queued_jobs',
  'book_entries',
  'store_items',
  'store_moves',
  'store_orders',
  'withdrawals',
  'undone_changes',
  'shop_values',
  'people',
  'zones',
  'shifts',
] as const;
export type Export = (typeof EXPORTS)[number];

export const ExportFile = z.strictObject({
  file: z.enum(EXPORTS.map((name) => `${name}.csv`) as [`${Export}.csv`, ...`${Export}.csv`[]]),
});
