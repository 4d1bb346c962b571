export { BalancedSetting, LoggedSeam, TensionView, TestSeamInput } from './test-seam.js';
