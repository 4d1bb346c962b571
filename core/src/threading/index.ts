export {
  STATION_KINDS,
  THREADING_SIDES,
  threadingDoubts,
  USUAL_STATIONS,
  type Station,
  type StationKind,
  type ThreadingDoubt,
  type ThreadingSide,
} from './threading-card.js';
