import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { NEEDLE_FINISHES, NEEDLE_SIZES, needleSystem, POINT_STYLES, type NeedleName } from '@gantelet/core';

/** Names a needle by system, size, point and finish; only what a system is made with can be picked. */
@Component({
  selector: 'gan-needle-picker',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<label>
      System
      <select #systemIdField class="form-select" (change)="change({ systemId: systemIdField.value })">
        @for (id of systemIds(); track id) {
          <option [value]="id" [selected]="id === needle().systemId">{{ id }}</option>
        }
      </select>
    </label>
    <label>
      Size
      <select #nmField class="form-select" (change)="change({ nm: +nmField.value })">
        @for (size of sizes(); track size.nm) {
          <option [value]="size.nm" [selected]="size.nm === needle().nm">
            {{ size.nm }}/{{ size.number }}
          </option>
        }
      </select>
    </label>
    <label class="wide">
      Point
      <select #pointIdField class="form-select" (change)="change({ pointId: pointIdField.value })">
        @for (point of points(); track point.id) {
          <option [value]="point.id" [selected]="point.id === needle().pointId">{{ point.name }}</option>
        }
      </select>
    </label>
    <label class="wide">
      Finish
      <select #finishIdField class="form-select" (change)="change({ finishId: finishIdField.value })">
        @for (finish of finishes; track finish.id) {
          <option [value]="finish.id" [selected]="finish.id === needle().finishId">{{ finish.name }}</option>
        }
      </select>
    </label>`,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: 8px;
    }
    label {
      font-size: 0.875rem;
    }
    .wide {
      grid-column: 1 / -1;
    }
  `,
})
export class NeedlePickerComponent {
  readonly needle = input.required<NeedleName>();
  /** Systems to pick from. */
  readonly systemIds = input.required<readonly string[]>();
  readonly needleChange = output<NeedleName>();

  protected readonly finishes = NEEDLE_FINISHES;
  protected readonly sizes = computed(() => sizesOf(this.needle().systemId));
  protected readonly points = computed(() => pointsOf(this.needle().systemId));

  /**
   * Another system may not come in this size or point: then the nearest size and the first available point are used.
   */
  protected change(change: Partial<NeedleName>): void {
    const next = { ...this.needle(), ...change };
    const [sizes, points] = [sizesOf(next.systemId), pointsOf(next.systemId)];
    this.needleChange.emit({
      ...next,
      nm: nearest(
        sizes.map(({ nm }) => nm),
        next.nm,
      ),
      pointId: points.some(({ id }) => id === next.pointId) ? next.pointId : (points[0]?.id ?? next.pointId),
    });
  }
}

function nearest(sizesNm: readonly number[], nm: number): number {
  return sizesNm.reduce(
    (best, one) => (Math.abs(one - nm) < Math.abs(best - nm) ? one : best),
    sizesNm[0] ?? nm,
  );
}

function sizesOf(systemId: string) {
  const [low, high] = needleSystem(systemId)?.sizesNm.value ?? [0, 0];
  return NEEDLE_SIZES.filter(({ nm }) => nm >= low && nm <= high);
}

function pointsOf(systemId: string) {
  const families = needleSystem(systemId)?.pointFamilies ?? [];
  return POINT_STYLES.filter((point) => families.includes(point.family));
}
