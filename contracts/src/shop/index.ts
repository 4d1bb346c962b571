export { Password, PasswordChange, Person, Role, roleReaches, ROLES, SignInName } from './person.js';
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
export { Session, SignIn } from './session.js';
export { Shift, ShopCalendar } from './shop-calendar.js';
