export { planRoundsWork, roundsRoutes } from './rounds.routes.js';
