import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
} from '@angular/core';
import { leatherOzToMm, materialById, MATERIALS, mmToLeatherOz } from '@gantelet/core';
import type { LayerInput } from '@gantelet/contracts';
import { Preferences } from '../../shared/preferences';
import { shortNumber } from '../../shared/words/units-text';

const MOST_LAYERS = 12;

/** The layers of a stack, top first: material, thickness in mm or ounces, plies. */
@Component({
  selector: 'gan-stack-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@for (layer of own(); track $index; let i = $index) {
      <fieldset>
        <legend class="visually-hidden">Layer {{ i + 1 }}</legend>
        <select
          class="form-select"
          [attr.aria-label]="'Material of layer ' + (i + 1)"
          (change)="chooseMaterial(i, selected($event))"
        >
          @for (material of materials; track material.id) {
            <option [value]="material.id" [selected]="material.id === layer.materialId">
              {{ material.name }}
            </option>
          }
        </select>
        <span class="measure">
          <input
            class="form-control"
            inputmode="decimal"
            [attr.aria-label]="'Thickness of layer ' + (i + 1) + ' in ' + unit()"
            [value]="shown(layer)"
            (change)="setThickness(i, $event)"
          />
          {{ unit() }}
        </span>
        <span class="measure">
          <input
            class="form-control plies"
            inputmode="numeric"
            [attr.aria-label]="'Plies of layer ' + (i + 1)"
            [value]="layer.plies"
            (change)="setPlies(i, $event)"
          />
          ply
        </span>
        <button
          type="button"
          class="plain-button remove"
          [attr.aria-label]="'Take out layer ' + (i + 1)"
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

  /** The layers as they are now: a tap on a button comes right after what was typed, before they are shown anew. */
  protected readonly own = linkedSignal(() => this.layers());

  protected readonly materials = MATERIALS;
  protected readonly most = MOST_LAYERS;
  private readonly preferences = inject(Preferences);
  protected readonly unit = computed(() => (this.preferences.unitOrder() === 'metric' ? 'mm' : 'oz'));

  protected shown(layer: LayerInput): string {
    return this.unit() === 'mm'
      ? shortNumber(layer.thicknessMm, 2)
      : shortNumber(mmToLeatherOz(layer.thicknessMm), 1);
  }

  protected selected(event: Event): string {
    return (event.target as HTMLSelectElement).value;
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

  protected setThickness(index: number, event: Event): void {
    const field = event.target as HTMLInputElement;
    const typed = Number(field.value.replace(',', '.'));
    const thicknessMm = this.unit() === 'mm' ? typed : typed > 0 ? leatherOzToMm(typed) : NaN;
    if (thicknessMm >= 0.05 && thicknessMm <= 30) this.change(index, { thicknessMm });
    else field.value = this.shown(this.own()[index]!);
  }

  protected setPlies(index: number, event: Event): void {
    const field = event.target as HTMLInputElement;
    const plies = Number(field.value);
    if (Number.isInteger(plies) && plies >= 1 && plies <= 20) this.change(index, { plies });
    else field.value = String(this.own()[index]!.plies);
  }

  private change(index: number, change: Partial<LayerInput>): void {
    this.put(this.own().map((layer, i) => (i === index ? { ...layer, ...change } : layer)));
  }

  private put(layers: readonly LayerInput[]): void {
    this.own.set(layers);
    this.layersChange.emit(layers);
  }
}
