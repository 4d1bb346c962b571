export {
  readLabel,
  type LabelAnswer,
  type LabelReading,
  type NeedleDoubt,
  type NeedleReading,
} from './read-label.js';
export {
  compareLabels,
  type ComparedLabel,
  type ComparedOrder,
  type LabelComparison,
} from './compare-labels.js';
