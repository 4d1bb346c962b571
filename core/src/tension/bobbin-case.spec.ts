import { OutOfRange } from '../standing/index.js';
import { bobbinCase, dropFor, preTensionMove, type CaseReading } from './index.js';

const reading = (tex: number, change: Partial<CaseReading>): CaseReading => ({
  tex,
  outcome: null,
  screwTurns: 0,
  ...change,
});

describe('the bobbin case', () => {
  it('is set for the thread its screw was turned with, or that it was proven with', () => {
    expect(bobbinCase([]).setForTex).toBeNull();
    expect(bobbinCase([reading(90, { screwTurns: 0.25 })]).setForTex).toBe(90);
    expect(bobbinCase([reading(90, { outcome: 'creeps' })]).setForTex).toBe(90);
    expect(
      bobbinCase([reading(90, { outcome: 'creeps' }), reading(210, { outcome: 'hangs' })]).setForTex,
    ).toBe(90);
  });

  it('uses a drop test only for its own thread and screw setting', () => {
    const proved = [reading(90, { outcome: 'creeps' })];
    expect(dropFor(bobbinCase(proved), 90)).toBe('creeps');
    expect(dropFor(bobbinCase(proved), 210)).toBeNull();
    const turned = bobbinCase([...proved, reading(90, { screwTurns: -0.125 })]);
    expect(dropFor(turned, 90)).toBeNull();
    const tested = bobbinCase([...proved, reading(90, { screwTurns: -0.125, outcome: 'falls' })]);
    expect(dropFor(tested, 90)).toBe('falls');
  });

  it('counts the turns of the screw since it was set for this thread', () => {
    const log = [
      reading(90, { screwTurns: 0.25 }),
      reading(90, { screwTurns: -0.125 }),
      reading(210, { screwTurns: -0.375 }),
      reading(210, { screwTurns: 0.125 }),
    ];
    expect(bobbinCase(log.slice(0, 2)).screwTurns).toBeCloseTo(0.125, 12);
    expect(bobbinCase(log).screwTurns).toBeCloseTo(-0.25, 12);
  });
});

describe('the pre-tension', () => {
  // Common practice: it moves half as much, the same way.
  it('moves half as much as the top, in eighths', () => {
    expect([0.5, -1, 0.25, 0.1].map((move) => preTensionMove(move))).toEqual([0.25, -0.5, 0.125, 0]);
    expect(() => preTensionMove(NaN)).toThrowError(OutOfRange);
  });
});
