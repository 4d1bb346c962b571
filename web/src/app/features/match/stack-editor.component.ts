import { ChangeDetectionStrategy, Component, input, linkedSignal, output } from '@angular/core';
import { leatherOzToMm, materialById, MATERIALS, mmToLeatherOz } from '@gantelet/core';
import type { LayerInput } from '@gantelet/contracts';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { lengthUnit } from '../../shared/words/units-text';

const MOST_LAYERS = 12;

/** Layer thickness that the bench accepts. */
const [LEAST_MM, MOST_MM] = [0.05, 30];
const [LEAST_OZ, MOST_OZ] = [0.2, 75];

/** The layers of a stack, top first: material, thickness, plies. */
@Component({
  selector: 'gan-stack-editor',
  imports: [NumberInputDirective],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@for (layer of own(); track $index; let i = $index) {
      <fieldset>
        <legend class="visually-hidden">Layer {{ i + 1 }}</legend>
        <select
          #materialField
          class="form-select"
          [attr.aria-label]="'Material of layer ' + (i + 1)"
          (change)="chooseMaterial(i, materialField.value)"
        >
          @for (material of materials; track material.id) {
            <option [value]="material.id" [selected]="material.id === layer.materialId">
              {{ material.name }}
            </option>
          }
        </select>
        @let unit = unitOf(layer);
        <span class="measure">
          <input
            class="form-control"
            ganNumber
            needed
            [attr.aria-label]="'Thickness of layer ' + (i + 1) + ' in ' + (unit === 'in' ? 'inches' : unit)"
            [unit]="unit === 'oz' ? 'oz of leather' : 'mm'"
            [digits]="unit === 'oz' ? 1 : 2"
            [least]="unit === 'oz' ? leastOz : leastMm"
            [most]="unit === 'oz' ? mostOz : mostMm"
            [number]="unit === 'oz' ? ounces(layer.thicknessMm) : layer.thicknessMm"
            (numberChange)="$event !== null && setThickness(i, $event)"
          />
          {{ unit }}
        </span>
        <span class="measure">
          <input
            class="form-control plies"
            ganNumber
            needed
            whole
            least="1"
            most="20"
            [attr.aria-label]="'Plies of layer ' + (i + 1)"
            [number]="layer.plies"
            (numberChange)="$event !== null && change(i, { plies: $event })"
          />
          ply
        </span>
        <button
          type="button"
          class="plain-button remove"
          [attr.aria-label]="'Remove layer ' + (i + 1)"
          (click)="remove(i)"
        >
          <i class="bi bi-x-lg" aria-hidden="true"></i>
        </button>
      </fieldset>
    }
    @if (own().length < most) {
      <button type="button" id="bench-material" class="button small" (click)="add()">Add a layer</button>
    }`,
  styles: `
    fieldset {
      display: grid;
      grid-template-columns: 1fr 1fr 32px;
      gap: 4px 8px;
      align-items: center;
      padding: 6px 0;
      border-bottom: 1px solid var(--rule);
    }
    select {
      grid-column: 1 / -1;
    }
    .measure {
      display: flex;
      align-items: center;
      gap: 6px;
      font-family: var(--narrow);
    }
    input {
      width: 72px;
    }
    .plies {
      width: 52px;
    }
    .remove {
      min-height: 36px;
      text-align: center;
    }
    .button {
      margin-top: 8px;
    }
  `,
})
export class StackEditorComponent {
  readonly layers = input.required<readonly LayerInput[]>();
  readonly layersChange = output<readonly LayerInput[]>();

  /** The layers as of now: a tap on a button may follow typing before the layers are shown again. */
  protected readonly own = linkedSignal(() => this.layers());

  protected readonly materials = MATERIALS;
  protected readonly most = MOST_LAYERS;
  protected readonly leastMm = LEAST_MM;
  protected readonly mostMm = MOST_MM;
  protected readonly leastOz = LEAST_OZ;
  protected readonly mostOz = MOST_OZ;
  protected readonly ounces = mmToLeatherOz;

  /** The unit of a layer's thickness: with inches first leather is in ounces, cloth is not. */
  protected unitOf({ materialId }: LayerInput): 'mm' | 'in' | 'oz' {
    const unit = lengthUnit();
    return unit === 'in' && materialById(materialId)?.kind === 'leather' ? 'oz' : unit;
  }

  protected add(): void {
    const material = MATERIALS[0]!;
    const layer = { materialId: material.id, thicknessMm: material.typicalThicknessMm, plies: 1 };
    this.put([...this.own(), layer]);
  }

  protected remove(index: number): void {
    this.put(this.own().filter((_, i) => i !== index));
  }

  /** A new material brings its typical thickness. */
  protected chooseMaterial(index: number, materialId: string): void {
    const thicknessMm = materialById(materialId)?.typicalThicknessMm;
    if (thicknessMm !== undefined) this.change(index, { materialId, thicknessMm });
  }

  protected setThickness(index: number, typed: number): void {
    const isOunces = this.unitOf(this.own()[index]!) === 'oz';
    this.change(index, { thicknessMm: isOunces ? leatherOzToMm(typed) : typed });
  }

  protected change(index: number, change: Partial<LayerInput>): void {
    this.put(this.own().map((layer, i) => (i === index ? { ...layer, ...change } : layer)));
  }

  private put(layers: readonly LayerInput[]): void {
    this.own.set(layers);
    this.layersChange.emit(layers);
  }
}
