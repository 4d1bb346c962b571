export {
  GroupId,
  Grouping,
  GroupingChange,
  IntervalChange,
  GroupOfWork,
  GroupReport,
  LifeGroup,
  LifeView,
  LivesReport,
  NeedleEndRow,
} from './lives-report.js';
