export { Withdrawal, WITHDRAWABLE_LOGS, type WithdrawableLog } from './withdrawal.js';
