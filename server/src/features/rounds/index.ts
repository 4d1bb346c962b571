export { publishPlan } from './rounds.service.js';
export { planRoundsWork, roundsRoutes } from './rounds.routes.js';
