import { CdkDrag, type CdkDragEnd } from '@angular/cdk/drag-drop';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
  viewChild,
} from '@angular/core';
import { PLAN_COLUMNS, type FloorMachine, type FloorZone, type ZonePlan } from '@gantelet/contracts';
import { keptFor } from '../../shared/kept-for';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { hoursLeftText, STATE_WORDS } from '../../shared/words/floor-words';
import { layOut, moveTo, rowsOf, type ZoneLayout } from './floor-plan';

const STEPS: Readonly<Record<string, readonly [column: number, row: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/**
 * A zone with its machines where they stand. In arranging mode, a machine is dragged to its place or moved with the
 * arrow keys.
 */
@Component({
  selector: 'gan-zone-plan',
  imports: [CdkDrag, SignalMarkComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div class="bar">
      @if (arranging()) {
        <p class="soft">Drag a machine to its place, or move it with the arrow keys.</p>
        <button type="button" class="button main" [disabled]="busy()" (click)="keep()">Save this plan</button>
        <button type="button" class="button" (click)="leave()">Cancel</button>
      } @else if (mayArrange()) {
        <button type="button" class="button small" (click)="arranging.set(true)">
          Arrange {{ zone().name }}
        </button>
      }
    </div>
    <div
      #plan
      class="plan"
      [class.arranging]="arranging()"
      [style.grid-template-rows]="'repeat(' + rows() + ', 76px)'"
    >
      @for (machine of zone().machines; track machine.id) {
        <button
          type="button"
          class="machine"
          cdkDrag
          cdkDragBoundary=".plan"
          [cdkDragDisabled]="!arranging()"
          [attr.data-state]="stateOf(machine)"
          [attr.aria-label]="labelOf(machine)"
          [style.grid-column]="placeOf(machine).column + 1"
          [style.grid-row]="placeOf(machine).row + 1"
          (cdkDragEnded)="dropped(machine.id, $event)"
          (keydown)="moveByKey(machine.id, $event)"
          (click)="arranging() || changeWanted.emit(machine)"
        >
          <span class="no"><gan-signal [shape]="stateOf(machine)" /> {{ machine.shopNumber }}</span>
          <span class="word">{{ wordOf(machine) }}</span>
        </button>
      }
    </div>`,
  styles: `
    .bar {
      display: flex;
      flex-wrap: wrap;
      gap: 6px 12px;
      align-items: center;
      margin-bottom: 8px;
    }
    .bar p {
      margin: 0;
    }
    .plan {
      display: grid;
      grid-template-columns: repeat(${PLAN_COLUMNS}, minmax(0, 1fr));
      gap: 4px;
      border: 2px dashed var(--rule);
      padding: 4px;
    }
    .arranging {
      border-color: var(--ink);
    }
    .machine {
      background: var(--card);
      color: var(--ink);
      border: 1px solid var(--rule);
      border-top: 5px solid var(--good);
      padding: 4px 2px;
      display: flex;
      flex-direction: column;
      align-items: center;
      justify-content: space-evenly;
      font-family: var(--narrow);
      overflow: hidden;
    }
    .arranging .machine {
      cursor: move;
      touch-action: none;
      border-style: dashed;
      border-color: var(--ink);
    }
    .machine[data-state='watch'] {
      border-top-color: var(--watch);
    }
    .machine[data-state='due'],
    .machine[data-state='stop'] {
      border-top-color: var(--act);
    }
    .no {
      display: inline-flex;
      gap: 5px;
      align-items: center;
      font-size: 1.25rem;
      font-weight: 600;
    }
    .word {
      font-size: 0.875rem;
      line-height: 1.1;
    }
    @media (max-width: 600px) {
      .no {
        flex-direction: column;
        gap: 1px;
        font-size: 1.0625rem;
      }
      .word {
        display: none;
      }
    }
  `,
})
export class ZonePlanComponent {
  readonly zone = input.required<FloorZone>();
  readonly mayArrange = input.required<boolean>();
  readonly busy = input.required<boolean>();
  readonly changeWanted = output<FloorMachine>();
  readonly arranged = output<ZonePlan>();

  private readonly plan = viewChild.required<ElementRef<HTMLElement>>('plan');
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly version = computed(() => this.zone().planVersion);
  /** Until the plan changes. */
  protected readonly arranging = keptFor(this.version, () => false);
  /** As it is drawn: an arrangement stays until it is saved or abandoned, whatever else changes on the floor. */
  private readonly layout = keptFor(
    () => `${this.version()} ${this.zone().machines.length}`,
    (): ZoneLayout => layOut(this.zone().machines),
  );
  protected readonly rows = computed(() => rowsOf(this.layout()) - (this.arranging() ? 0 : 1));

  protected placeOf(machine: FloorMachine) {
    return this.layout().get(machine.id) ?? { column: 0, row: 0 };
  }

  protected stateOf({ age }: FloorMachine) {
    return age?.state ?? 'watch';
  }

  protected wordOf(machine: FloorMachine): string {
    const { age } = machine;
    if (!age) return 'no needle';
    return age.hoursLeft === null ? STATE_WORDS[age.state] : hoursLeftText(age);
  }

  protected labelOf(machine: FloorMachine): string {
    const { column, row } = this.placeOf(machine);
    const place = this.arranging() ? `, row ${row + 1}, place ${column + 1}` : '';
    return `${machine.name}: ${STATE_WORDS[this.stateOf(machine)]}, ${this.wordOf(machine)}${place}`;
  }

  protected moveByKey(machineId: string, event: KeyboardEvent): void {
    const step = STEPS[event.key];
    const from = this.layout().get(machineId);
    if (!this.arranging() || !step || !from) return;
    event.preventDefault();
    this.move(machineId, from.column + step[0], from.row + step[1]);
  }

  protected dropped(machineId: string, { dropPoint, source }: CdkDragEnd): void {
    source.reset();
    const box = this.plan().nativeElement.getBoundingClientRect();
    const column = Math.floor(((dropPoint.x - box.left) / box.width) * PLAN_COLUMNS);
    const row = Math.floor(((dropPoint.y - box.top) / box.height) * this.rows());
    this.move(machineId, column, row);
  }

  protected keep(): void {
    const places = [...this.layout()].map(([machineId, place]) => ({ machineId, ...place }));
    this.arranged.emit({ version: this.version(), places });
  }

  protected leave(): void {
    this.layout.set(layOut(this.zone().machines));
    this.arranging.set(false);
    this.host.nativeElement.querySelector('button')?.focus();
  }

  private move(machineId: string, column: number, row: number): void {
    this.layout.update((layout) => moveTo(layout, machineId, { column, row }, rowsOf(layout)));
  }
}
