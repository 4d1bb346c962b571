import type { DropTest, SeamGrade } from './seam-grade.js';

/** A test seam as logged, oldest first in every list. */
export interface TestSeam {
  /** Top knob, turns from fully off. */
  readonly turns: number;
  readonly grade: SeamGrade;
  /** Pucker or a broken thread although the knot looked right: both tensions too tight. */
  readonly bothTight: boolean;
  readonly bobbinDrop: DropTest | null;
}
