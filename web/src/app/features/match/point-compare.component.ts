import { ChangeDetectionStrategy, Component, computed, input, linkedSignal } from '@angular/core';
import {
  edgeDistanceMm,
  pointForStack,
  POINT_STYLES,
  pointStyle,
  seamHole,
  type NeedleCandidate,
  type NeedleQuestion,
  type PointStyle,
} from '@gantelet/core';
import { SeamLineComponent } from '../../shared/drawings/seam-line.component';
import { lengthText } from '../../shared/words/units-text';

/** Two points side by side on the same stack: drawn to one scale with the same thread, size and stitch length. */
@Component({
  selector: 'gan-point-compare',
  imports: [SeamLineComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<details>
    <summary>Compare two points on this stitch</summary>
    <div class="two">
      @for (side of sides(); track $index) {
        <div>
          <label [for]="'compare-' + $index">{{ $index === 0 ? 'This point' : 'Beside it' }}</label>
          <select
            #pointField
            [id]="'compare-' + $index"
            class="form-select"
            (change)="choose($index, pointField.value)"
          >
            @for (point of points; track point.id) {
              <option [value]="point.id" [selected]="point.id === side.point.id">
                {{ point.name }} ({{ point.letters }})
              </option>
            }
          </select>
          <gan-seam-line
            [hole]="side.hole"
            [cutAngle]="side.point.cutAngleDeg"
            [stitchMm]="question().stitchLengthMm"
            [threadMm]="question().thread.diameterMm"
            [leather]="question().stack.leatherShare > 0"
            [edgeMm]="side.edgeMm"
          />
          <p>{{ side.words }}</p>
        </div>
      }
    </div>
  </details>`,
  styles: `
    .two {
      display: grid;
      gap: 12px;
      margin-top: 8px;
    }
    p {
      margin: 4px 0 0;
      font-size: 0.9375rem;
    }
  `,
})
export class PointCompareComponent {
  readonly question = input.required<NeedleQuestion>();
  readonly chosen = input.required<NeedleCandidate>();

  protected readonly points = POINT_STYLES;
  private readonly pointIds = linkedSignal<readonly [string, string]>(() => {
    const own = this.chosen().point.id;
    return [own, own === 'crosswise' ? 'right-twist' : 'crosswise'];
  });
  protected readonly sides = computed(() => this.pointIds().map((id) => this.sideOf(pointStyle(id)!)));

  protected choose(side: number, pointId: string): void {
    const [first, second] = this.pointIds();
    this.pointIds.set(side === 0 ? [pointId, second] : [first, pointId]);
  }

  private sideOf(point: PointStyle) {
    const { stack, stitchLengthMm, thread, schools, values } = this.question();
    const hole = seamHole(
      this.chosen().size.nm,
      point.cutAngleDeg,
      stitchLengthMm,
      thread.diameterMm,
      values,
    );
    const { cutsCloth } = pointForStack(point, stack, schools, values);
    const cut = cutsCloth ? ' It cuts yarns of the cloth.' : '';
    return {
      point,
      hole,
      edgeMm: edgeDistanceMm(hole, thread.diameterMm, cutsCloth, values),
      words: `${point.look[0]!.toUpperCase()}${point.look.slice(1)}; ${lengthText(hole.landMm, 1)} left between holes.${cut}`,
    };
  }
}
