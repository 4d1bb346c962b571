export {
  GroupId,
  Grouping,
  GroupingChange,
  GroupOfWork,
  GroupReport,
  LifeGroup,
  LifeView,
  LivesReport,
  NeedleEndRow,
} from './lives-report.js';
