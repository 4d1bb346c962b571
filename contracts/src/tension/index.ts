export { BobbinReading, BobbinReadingInput } from './bobbin-reading.js';
export { BalancedSetting, LoggedSeam, StripInput, TensionView, TestSeamInput } from './test-seam.js';
