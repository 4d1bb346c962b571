export { Password, Person, Role, roleReaches, ROLES, SignInName } from './person.js';
export { LEATHER_POINT_SCHOOLS, SchoolChoice, Shop, SIZE_SCHOOL_CHOICES } from './shop.js';
export { Session, SignIn } from './session.js';
