export { BobbinCaseChange, BobbinCaseEntry, BobbinCaseSwap, BobbinCaseView } from './bobbin-case.js';
export { KeptSetting, KeptSettingInput } from './kept-setting.js';
export { SeamJudge } from './seam-judge.js';
export { GaugeReadingInput, LoggedGaugeReading } from './gauge-reading.js';
export { BobbinReading, BobbinReadingInput } from './bobbin-reading.js';
export { BalancedSetting, LoggedSeam, StripInput, TensionView, TestSeamInput } from './test-seam.js';
