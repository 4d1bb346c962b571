export {
  PERSON_COLUMNS,
  PersonList,
  PersonListResult,
  PersonRow,
  readPersonRow,
  type PersonCellProblem,
  type PersonColumn,
} from './person-list.js';
export {
  Password,
  PasswordChange,
  Person,
  Role,
  roleReaches,
  ROLES,
  SHORTEST_PASSWORD,
  SignInName,
  TypedPassword,
} from './person.js';
export { ColourMark, ColourMarkDocument, ColourMarks, MARK_COLOURS, type MarkColour } from './colour-mark.js';
export {
  COATED_POINT_SCHOOLS,
  LEATHER_POINT_SCHOOLS,
  SchoolChoice,
  Shop,
  ShopRevision,
  SIZE_SCHOOL_CHOICES,
  TensionWay,
} from './shop.js';
export { ShopCosts } from './shop-costs.js';
export { Session, SignIn, ToldShop } from './session.js';
export { FirstStart } from './first-start.js';
export {
  CODE_SIGNS,
  CodeSignIn,
  PersonAccount,
  PersonEntry,
  PersonRevision,
  PersonWithCode,
  SignInCode,
} from './people.js';
export { Shift, ShopCalendar, TimeZone } from './shop-calendar.js';
