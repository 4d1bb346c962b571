export { ChangeNotice } from './change-notice.js';
export {
  CSRF_HEADER,
  IDEMPOTENCY_HEADER,
  PAST_WORKER,
  REQUEST_ID_HEADER,
  type BodyOf,
  type SentBodyOf,
  type Method,
  type ParamsOf,
  type QueryOf,
  type ReplyOf,
  type Route,
} from './route.js';
export { pathOf, routes, ROUTE_TABLE } from './routes.js';
export { openApiOf } from './openapi.js';
