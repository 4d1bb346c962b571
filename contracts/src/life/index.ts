export { GroupId, GroupReport, LifeGroup, LifeView, LivesReport, NeedleEndRow } from './lives-report.js';
