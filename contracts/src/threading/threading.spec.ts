import { STATION_KINDS } from '@gantelet/core';
import { complaints } from '../testing/complaints.js';
import { ThreadingCardEntry } from './index.js';

describe('a threading card', () => {
  const station = { kind: STATION_KINDS[0], hole: null, side: null, note: '', x: 0.2, y: 0.9 };
  const card = {
    stations: [station, station],
    bobbinTurns: null,
    winder: null,
    belowRimMm: null,
    note: '',
    version: 0,
  };

  it('has at least two stations', () => {
    expect(complaints(ThreadingCardEntry, card)).toEqual([]);
    expect(complaints(ThreadingCardEntry, { ...card, stations: [station] })).toEqual([
      'stations: at least 2 of them',
    ]);
  });

  it('has them within the picture of the machine', () => {
    const off = { ...station, x: 1.2, y: -0.1 };
    expect(complaints(ThreadingCardEntry, { ...card, stations: [station, off] })).toEqual([
      'stations.1.x: at most 1',
      'stations.1.y: at least 0',
    ]);
  });

  it('says how full a bobbin is wound only within its rim', () => {
    expect(complaints(ThreadingCardEntry, { ...card, belowRimMm: 0 })).toEqual(['belowRimMm: at least 0.2']);
  });
});
