import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { eyeWear, N_PER_LBF, pullVerdict, type JobSize } from '@gantelet/core';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { BREAK_WORDS } from '../../shared/words/pull-test-words';
import { moneyIn } from '../../shared/words/money';
import { counted, shortNumber } from '../../shared/locale';
import { lengthUnit } from '../../shared/words/units-text';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { pullTestFeature } from '../pull-test/pull-test.state';
import { shopFeature } from '../shop/shop.state';
import type { ThreadUseAnswer } from './thread-use';
import { CountedPipe, FixedPipe } from '../../shared/widgets/locale.pipes';

/** Thread per seam, bobbins and cones for a job, and the seam's strength for comparison. */
@Component({
  selector: 'gan-thread-use',
  imports: [CountedPipe, FixedPipe, NumberInputDirective, RouterLink, StandingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<h2>Thread use and seam strength</h2>
    <div class="job">
      <label
        >Seam, {{ lengthUnit() }}
        <input
          class="form-control"
          ganNumber
          needed
          whole
          unit="mm"
          least="1"
          most="1000000"
          [number]="job().seamMm"
          (numberChange)="$event !== null && jobChange.emit({ ...job(), seamMm: $event })"
        />
      </label>
      <label
        >Pieces
        <input
          class="form-control"
          ganNumber
          needed
          whole
          least="1"
          most="1000000"
          [number]="job().pieces"
          (numberChange)="$event !== null && jobChange.emit({ ...job(), pieces: $event })"
        />
      </label>
    </div>
    <dl>
      <div>
        <dt>Thread per 10 cm of seam</dt>
        <dd>
          needle {{ perTenCm('needle') }} cm, bobbin {{ perTenCm('bobbin') }} cm
          <gan-standing
            standing="assumption"
            source="rounded and square loop as bounds, lock in the middle"
          />
        </dd>
      </div>
      @if (use().bobbin; as bobbin) {
        <div>
          <dt>Wound bobbin holds</dt>
          <dd>
            {{ metres(bobbin.metres) }}, {{ bobbin.size.name }}
            <gan-standing
              standing="assumption"
              source="packing of the winding; let one counted bobbin calibrate it"
            />
          </dd>
        </div>
      } @else {
        <div>
          <dt>Bobbin</dt>
          <dd>not entered for this machine: enter it in Machines</dd>
        </div>
      }
      @if (use().job; as job) {
        <div>
          <dt>For the job, including waste</dt>
          <dd>
            {{ metres(job.leastMetres) }} to {{ metres(job.needleMetres + job.bobbinMetres) }}:
            {{ job.bobbins | counted: 'bobbin' }}, {{ job.cones | counted: 'cone' }}
            <gan-standing standing="assumption" source="a tenth for ends and test seams is common practice" />
          </dd>
        </div>
        <div>
          <dt>Thread cost</dt>
          <dd>
            @if (job.cost === null) {
              no price entered: set it in the Catalogue
            } @else {
              {{ money()(job.cost) }} <gan-standing standing="chosen" source="the shop's price per kg" />
            }
          </dd>
        </div>
      }
      @if (use().passes; as passes) {
        <div>
          <dt>Through the eye, to compare</dt>
          <dd>
            {{ passes.least | fixed: 0 }} to {{ passes.most | fixed: 0 }} times before it is sewn{{
              passes.metresPerSecond === null ? '' : ', at ' + (passes.metresPerSecond | fixed: 1) + ' m/s'
            }}
            <gan-standing
              standing="assumption"
              source="a model: twice the stroke of the take-up moves through the eye at each stitch"
            />
          </dd>
        </div>
      }
      @if (wear(); as wear) {
        <div>
          <dt>Wear index</dt>
          <dd>
            {{ wear.least | fixed: 1 }} to {{ wear.most | fixed: 1
            }}{{ wear.wattsPerNewton === null ? '' : ', heat ' + (wear.wattsPerNewton | fixed: 2) }}; lower is
            kinder to thread and eye
            <gan-standing
              standing="assumption"
              source="a model, passes and speed times friction: compare two set-ups by it, nothing else"
            />
            <label>
              Friction of the eye, %
              <input
                class="form-control"
                ganNumber
                needed
                unit="%"
                least="2"
                most="150"
                [number]="frictionPercent()"
                (numberChange)="frictionPercent.set($event)"
              />
            </label>
          </dd>
        </div>
      }
      <div>
        <dt>Seam strength, to compare</dt>
        <dd>
          about {{ strength() }}
          <gan-standing
            standing="memory"
            source="stitches x thread x 1.5, common practice; tenacity from memory"
          />
          @if (corrected(); as text) {
            <br />by this shop’s pull tests about {{ text }}
            <gan-standing standing="measured" source="measured over estimated, of the seams pulled here" />
          }
          @if (savedId(); as setupId) {
            <br /><a [routerLink]="['/pull-tests', setupId]">{{ pulledText() }}</a>
          }
        </dd>
      </div>
    </dl>
    <p class="soft">
      An estimate to compare two seams, never a rating: the material often tears first. Load-bearing and
      life-safety seams are tested and signed off under the standard that governs them.
    </p>`,
  styles: `
    :host {
      display: block;
      border-top: 2px dashed var(--ink);
      padding-top: 12px;
    }
    .job {
      display: flex;
      gap: 12px;
      margin-bottom: 8px;
    }
    .job input {
      width: 110px;
    }
    label {
      font-size: 0.875rem;
    }
    dd label {
      display: flex;
      align-items: center;
      gap: 6px;
    }
    dd input {
      width: 64px;
    }
    dl {
      margin: 0 0 8px;
    }
    dl div {
      display: grid;
      grid-template-columns: 210px 1fr;
      gap: 12px;
      padding: 5px 0;
      border-bottom: 1px solid var(--rule);
    }
    dt {
      font-weight: 400;
      color: var(--ink-soft);
    }
    dd {
      margin: 0;
      font-variant-numeric: tabular-nums;
    }
    .soft {
      font-size: 0.875rem;
    }
    @media (max-width: 700px) {
      dl div {
        grid-template-columns: 1fr;
        gap: 0;
      }
    }
  `,
})
export class ThreadUseComponent {
  protected readonly lengthUnit = lengthUnit;
  readonly use = input.required<ThreadUseAnswer>();
  readonly job = input.required<JobSize>();
  readonly stitchLengthMm = input.required<number>();
  /** The saved set-up on the bench; null while it is not saved. */
  readonly savedId = input<string | null>(null);
  readonly jobChange = output<JobSize>();
  private readonly shop = inject(Store).selectSignal(shopFeature.selectShop);
  protected readonly money = computed(() => moneyIn(this.shop()?.costs ?? { currency: 'EUR' }));

  private readonly values = inject(Store).selectSignal(catalogueFeature.selectValues);
  /** From a needle check; a usual value until there is one. */
  protected readonly frictionPercent = linkedSignal<number | null>(
    () => Math.round(1000 * this.values()['gauge.usual-friction'].value) / 10,
  );
  protected readonly wear = computed(() => {
    const [{ passes }, percent] = [this.use(), this.frictionPercent()];
    return passes && percent !== null && percent > 0 ? eyeWear(passes, percent / 100) : null;
  });

  private readonly tests = inject(Store).selectSignal(pullTestFeature.selectTests);
  private readonly ratio = inject(Store).selectSignal(pullTestFeature.selectRatio);
  protected readonly strength = computed(() => strengthText(this.use().strengthNPerCm));
  /** Null until enough seams have been pulled. */
  protected readonly corrected = computed(() => {
    const ratio = this.ratio();
    return ratio === null ? null : strengthText(ratio * this.use().strengthNPerCm);
  });
  protected readonly pulledText = computed(() => {
    const { tests, weakest } = pullVerdict(
      (this.tests() ?? []).filter(({ setupId }) => setupId === this.savedId()),
    );
    if (tests === 0) return 'Pull a seam apart and log it';
    const times = tests === 1 ? 'once' : counted(tests, 'time');
    return `Pulled ${times}${weakest === null ? '' : `: ${BREAK_WORDS[weakest]}`}`;
  });

  protected perTenCm(side: 'needle' | 'bobbin'): string {
    const { stitch } = this.use();
    const stitches = 100 / this.stitchLengthMm();
    const cm = (mmPerStitch: number) => shortNumber((stitches * mmPerStitch) / 10);
    return side === 'needle'
      ? `${cm(stitch.needleLowMm)} to ${cm(stitch.needleHighMm)}`
      : `${cm(stitch.bobbinLowMm)} to ${cm(stitch.bobbinHighMm)}`;
  }

  protected metres(value: number): string {
    return `${shortNumber(value, value < 10 ? 1 : 0)} m`;
  }
}

/** A strength in the units of both trades. */
function strengthText(nPerCm: number): string {
  const lbfPerInch = (nPerCm * 2.54) / N_PER_LBF;
  return `${Math.round(nPerCm)} N per cm, ${Math.round(lbfPerInch)} lbf per inch`;
}
