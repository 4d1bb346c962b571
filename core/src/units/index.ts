export { MM_PER_INCH, MM_PER_LEATHER_OZ, leatherOzToMm, mmToLeatherOz, stitchesPerInch } from './length.js';
export { readTypedNumber, type TypedNumber } from './typed-number.js';
export { GSM_PER_OZ_YD2, numberedDuckGsm, ozPerYd2ToGsm } from './cloth-weight.js';
export { DAY_MS, HOUR_MS } from './time.js';
