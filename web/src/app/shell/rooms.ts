/** The rooms that are built, in rail order. `key` follows `g`. */
export interface Room {
  readonly path: string;
  readonly name: string;
  readonly icon: string;
  readonly key: string;
}

export const ROOMS: readonly Room[] = [
  { path: '/bench', name: 'Bench', icon: 'bi-rulers', key: 'b' },
  { path: '/thread', name: 'Thread', icon: 'bi-record-circle', key: 'h' },
  { path: '/tension', name: 'Tension', icon: 'bi-sliders', key: 't' },
  { path: '/floor', name: 'Floor', icon: 'bi-grid-1x2', key: 'f' },
  { path: '/life', name: 'Life', icon: 'bi-graph-down', key: 'l' },
  { path: '/rounds', name: 'Rounds', icon: 'bi-signpost-split', key: 'r' },
  { path: '/machines', name: 'Machines', icon: 'bi-gear-wide', key: 'm' },
  { path: '/practice', name: 'Practice', icon: 'bi-mortarboard', key: 'p' },
  { path: '/shop', name: 'Shop', icon: 'bi-shop-window', key: 's' },
  { path: '/catalogue', name: 'Catalogue', icon: 'bi-journal-text', key: 'c' },
];
