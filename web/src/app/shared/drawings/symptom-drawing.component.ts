import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** Paths of a drawing 88 by 48: the work, the needle thread above it and the bobbin thread below. */
interface Strokes {
  readonly work?: string;
  readonly top?: string;
  readonly bobbin?: string;
  readonly steel?: string;
  readonly mark?: string;
}

const WORK = 'M2 20h84v8h-84z';
const NEEDLE = 'M40 2h8v26l-4 8l-4 -8z';
const stitches = (xs: readonly number[], length: number, y: number): string =>
  xs.map((x) => `M${x} ${y}h${length}`).join('');
const EVEN = [4, 18, 32, 46, 60, 74];

const DRAWINGS: Readonly<Record<string, Strokes>> = {
  skips: { work: WORK, top: `${stitches([4, 18, 60, 74], 10, 17)}M30 17q14 -9 28 0`, bobbin: 'M4 31h80' },
  shreds: {
    steel: NEEDLE,
    top: 'M44 2v22M44 10l-9 -5M44 13l9 -5M44 17l-10 -3M44 20l9 -2M44 24l-7 4',
    work: 'M2 38h84v6h-84z',
  },
  breaksTop: {
    work: WORK,
    top: `${stitches([4, 18, 32], 10, 17)}M46 17l10 -12M62 6l8 6`,
    bobbin: 'M4 31h80',
  },
  breaksBob: { work: WORK, top: stitches(EVEN, 10, 17), bobbin: 'M4 31h40l8 10M62 42l8 -6' },
  nest: {
    work: WORK,
    top: stitches(EVEN, 10, 17),
    bobbin: 'M20 31c-8 14 14 16 10 2c12 16 18 8 8 -1c16 14 22 10 12 0c14 10 22 10 14 0c-6 18 -30 12 -28 0',
  },
  loopsTop: {
    work: WORK,
    top: 'M4 17h80',
    bobbin: 'M8 28q6 -30 12 0M28 28q6 -30 12 0M48 28q6 -30 12 0M68 28q6 -30 12 0',
  },
  pucker: {
    work: 'M2 22q7 -10 14 0t14 0t14 0t14 0t14 0t14 0v7q-7 10 -14 0t-14 0t-14 0t-14 0t-14 0t-14 0z',
    top: 'M2 18h84',
  },
  clunk: {
    steel: NEEDLE,
    work: 'M2 34h84v6h-84z',
    mark: 'M22 30l-10 -6M24 24l-6 -10M66 30l10 -6M64 24l6 -10',
  },
  ndlBreaks: { steel: 'M40 2h8v12l-8 4zM42 24l8 -3l-2 18l-4 7l-4 -7z', mark: 'M24 20h10M56 18h10' },
  ndlBends: { steel: 'M40 2h8v16q0 10 8 18l-2 8l-8 -6q-8 -10 -6 -20z' },
  noFeed: { work: WORK, top: 'M40 14h8M40 17h8M41 11h7M40 8h8', mark: 'M60 10h18M72 5l6 5l-6 5M62 3l14 14' },
  uneven: { work: WORK, top: 'M4 17h5M14 17h18M37 17h4M46 17h24M76 17h7', bobbin: 'M4 31h80' },
  drift: { work: WORK, top: stitches(EVEN, 10, 17), bobbin: 'M4 31L84 15' },
  holes: { work: WORK, mark: 'M12 19l8 10M18 19l-6 10M40 18l10 12M49 18l-9 12M70 19l7 10M76 19l-6 10' },
  hardTurn: { steel: 'M44 4a20 20 0 1 0 .1 0zM44 18a6 6 0 1 0 .1 0z', mark: 'M26 6l36 36M62 6l-36 36' },
  noise: {
    steel: 'M28 8a16 16 0 1 0 .1 0zM28 19a5 5 0 1 0 .1 0z',
    mark: 'M54 16q6 8 0 16M62 12q9 12 0 24M70 8q12 16 0 32',
  },
};

/**
 * What a person sees or hears when reporting a fault, by symptom: a picture beside its words, never instead of them.
 */
@Component({
  selector: 'gan-symptom-drawing',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@if (strokes(); as drawn) {
    <svg viewBox="0 0 88 48" aria-hidden="true">
      <path class="work" [attr.d]="drawn.work ?? null" />
      <path class="steel" [attr.d]="drawn.steel ?? null" />
      <path class="bobbin" [attr.d]="drawn.bobbin ?? null" />
      <path class="top" [attr.d]="drawn.top ?? null" />
      <path class="mark" [attr.d]="drawn.mark ?? null" />
    </svg>
  }`,
  styles: `
    :host {
      flex: none;
      line-height: 0;
    }
    svg {
      width: 88px;
      height: 48px;
    }
    path {
      stroke-width: 2.5;
      stroke-linecap: round;
      stroke-linejoin: round;
    }
    .work {
      fill: var(--hide);
      stroke: none;
    }
    .steel {
      fill: var(--steel);
      stroke: var(--ink);
      stroke-width: 1.5;
    }
    .top {
      fill: none;
      stroke: var(--thread);
      stroke-width: 3;
    }
    .bobbin {
      fill: none;
      stroke: var(--bobbin);
      stroke-width: 3;
    }
    .mark {
      fill: none;
      stroke: var(--act);
    }
  `,
})
export class SymptomDrawingComponent {
  readonly symptomId = input.required<string>();
  protected readonly strokes = computed(() => DRAWINGS[this.symptomId()]);
}

/** Symptoms that have a drawing. */
export const DRAWN_SYMPTOMS: readonly string[] = Object.keys(DRAWINGS);
