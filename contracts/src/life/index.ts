export { Grouping, GroupingChange, GroupOfWork } from './lives-report.js';
export { GroupId, GroupReport, LifeGroup, LifeView, LivesReport, NeedleEndRow } from './lives-report.js';
