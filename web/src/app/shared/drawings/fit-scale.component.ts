import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { scaleLinear } from 'd3-scale';
import { fitBands, SHIPPED_VALUES, type FitBand, type Values } from '@gantelet/core';
import { BAND_WORDS } from '../words/match-words';
import { DrawingComponent } from './drawing.component';
import { fixedNumber } from '../locale';
import { FixedPipe } from '../widgets/locale.pipes';

const [LOW, HIGH] = [0.15, 0.56];

/** Where the ratio of thread to blade falls among the bands, with its uncertainty and the school's limit. */
@Component({
  selector: 'gan-fit-scale',
  imports: [DrawingComponent, FixedPipe],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<gan-drawing name="fit" [text]="text()">
    <svg viewBox="0 0 520 98" role="img" [attr.aria-label]="text()">
      @for (band of bands(); track band.band) {
        <rect [attr.class]="band.band" [attr.x]="band.x" y="34" [attr.width]="band.width" height="20" />
        <text [attr.x]="band.x + band.width / 2" y="74" text-anchor="middle">{{ band.word }}</text>
      }
      <rect
        class="range"
        [attr.x]="x(ratio() * (1 - soft()))"
        y="29"
        [attr.width]="rangeWidth()"
        height="30"
      />
      <path class="here" [attr.d]="'M' + x(ratio()) + ' 30l-7 -10h14z'" />
      <text class="value" [attr.x]="x(ratio())" y="15" text-anchor="middle">
        {{ ratio() | fixed: 2 }}
      </text>
      <path class="limit" [attr.d]="'M' + x(limit()) + ' 26v36'" />
      <text class="limit-word" [attr.x]="x(limit())" y="93" text-anchor="middle">
        school limit {{ limit() | fixed: 2 }}
      </text>
    </svg>
  </gan-drawing>`,
  styles: `
    svg {
      width: 100%;
    }
    text {
      font-size: 13px;
      fill: var(--ink-soft);
    }
    .value {
      font-size: 17px;
      font-weight: 600;
      fill: var(--ink);
    }
    .too-loose,
    .snug {
      fill: var(--watch-tint);
    }
    .free {
      fill: var(--good-tint);
    }
    .well-matched {
      fill: var(--good);
    }
    .stressed {
      fill: var(--act-tint);
    }
    .will-not-pass {
      fill: var(--act);
    }
    .range {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.5;
      stroke-dasharray: 3 3;
    }
    .here {
      fill: var(--ink);
    }
    .limit {
      stroke: var(--info);
      stroke-width: 2.5;
    }
    .limit-word {
      fill: var(--info);
    }
  `,
})
export class FitScaleComponent {
  readonly ratio = input.required<number>();
  readonly limit = input.required<number>();
  readonly values = input<Values>(SHIPPED_VALUES);

  protected readonly soft = computed(() => this.values()['eye.uncertainty'].value);
  private readonly scale = scaleLinear([LOW, HIGH], [0, 520]).clamp(true);
  protected readonly bands = computed(() =>
    fitBands(this.values()).map(({ band, belowRatio }, i, all) => {
      const x = this.scale(all[i - 1]?.belowRatio ?? LOW);
      return {
        band,
        x,
        width: this.scale(Math.min(belowRatio, HIGH)) - x,
        word: bandWord(band),
      };
    }),
  );
  protected readonly rangeWidth = computed(
    () => this.x(this.ratio() * (1 + this.soft())) - this.x(this.ratio() * (1 - this.soft())),
  );
  protected readonly text = computed(
    () =>
      `Thread to blade ${fixedNumber(this.ratio(), 2)}, give or take ${Math.round(this.soft() * 100)} %; the school accepts up to ${fixedNumber(this.limit(), 2)}.`,
  );

  protected x(ratio: number): number {
    return this.scale(ratio);
  }
}

/** Narrow bands have no label in the drawing; the ratio's own band is always named beside it. */
const bandWord = (band: FitBand): string => (band === 'will-not-pass' ? '' : BAND_WORDS[band]);
