export { GaugeReadingInput, LoggedGaugeReading } from './gauge-reading.js';
export { BobbinReading, BobbinReadingInput } from './bobbin-reading.js';
export { BalancedSetting, LoggedSeam, StripInput, TensionView, TestSeamInput } from './test-seam.js';
