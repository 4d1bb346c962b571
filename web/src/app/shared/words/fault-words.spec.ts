import { FAULT_CHECKS, SYMPTOMS } from '@gantelet/core';
import { DRAWN_SYMPTOMS } from '../drawings/symptom-drawing.component';
import { CHECK_GUIDES } from './fault-words';

describe('symptom drawings', () => {
  it('exist for every symptom, and for nothing else', () => {
    expect([...DRAWN_SYMPTOMS].sort()).toEqual(SYMPTOMS.map(({ id }) => id).sort());
  });
});

describe('check instructions', () => {
  it('exist for every check of the finder, and for nothing else', () => {
    expect(Object.keys(CHECK_GUIDES).sort()).toEqual(FAULT_CHECKS.map(({ id }) => id).sort());
    for (const { steps, yes, no } of Object.values(CHECK_GUIDES)) {
      expect(steps.length).toBeGreaterThan(0);
      expect([...steps, yes, no].every((text) => text.endsWith('.'))).toBeTrue();
    }
  });
});
