export { ERROR_CODES, ERRORS, type ErrorCode } from './error-catalogue.js';
export {
  fieldProblems,
  FieldProblem,
  Problem,
  PROBLEM_MEDIA_TYPE,
  ProblemError,
  problemOf,
} from './problem.js';
