export { Withdrawal, WITHDRAWABLE_LOGS, type WithdrawableLog } from './withdrawal.js';
export { RecordBundle } from './bundle.js';
export { EXPORTS, ExportFile, type Export } from './export.js';
