import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
  signal,
  viewChild,
} from '@angular/core';
import type { MoveOffer, RoundsPlanView, RoundsView } from '@gantelet/contracts';
import { moveCostText } from '../../shared/words/rounds-words';
import { LAYOUT, layPlan, type DrawnChange, type DrawnRow } from './rounds-layout';
import type { PickedChange } from './rounds.state';

/**
 * A plan as machines by shifts: each row is a seam of needles, each mark a change. Marks are dragged, or picked up
 * with Enter and moved with the arrow keys; the cost of a move is shown before it is dropped.
 */
@Component({
  selector: 'gan-rounds-timeline',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg
    #drawing
    [attr.viewBox]="'0 0 ' + layout.width + ' ' + drawn().height"
    role="group"
    aria-label="Plan: machines by shifts"
    (pointermove)="drag($event)"
    (pointerup)="drop()"
    (pointercancel)="cancelled.emit()"
  >
    <defs>
      <pattern id="closed" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2="5" class="hatch" />
      </pattern>
    </defs>
    @for (day of drawn().days; track day.x) {
      <line class="day" [attr.x1]="day.x - 2" [attr.x2]="day.x - 2" y1="4" [attr.y2]="drawn().height" />
      <text class="small" [attr.x]="day.x" y="14">{{ day.text }}</text>
    }
    <text class="small soft" x="0" y="38">minutes used</text>
    @for (bar of drawn().load; track bar.x) {
      <rect
        class="free"
        [attr.x]="bar.x"
        [attr.y]="40 - bar.free"
        [attr.width]="drawn().bandwidth"
        [attr.height]="bar.free"
      />
      <rect
        [class.over]="bar.over"
        class="load"
        [attr.x]="bar.x"
        [attr.y]="bar.y"
        [attr.width]="drawn().bandwidth"
        [attr.height]="bar.height"
      />
    }
    @if (target(); as target) {
      <rect
        class="target"
        [class.bad]="target.offer && target.offer.conflicts.length > 0"
        [attr.x]="drawn().xOf(target.shift) - 1"
        [attr.y]="layout.top - 4"
        [attr.width]="drawn().bandwidth + 2"
        [attr.height]="drawn().height - layout.top"
      />
    }
    @for (zone of drawn().zones; track zone.id) {
      <text class="zone" x="0" [attr.y]="zone.y + 18">{{ zone.name }}</text>
      @for (visit of zone.visits; track visit.x) {
        <text class="small visit" [attr.x]="visit.x + drawn().bandwidth / 2" [attr.y]="zone.y + 18">
          {{ visit.count }}
        </text>
      }
      <line class="rule" x1="0" [attr.x2]="layout.width" [attr.y1]="zone.y + 23" [attr.y2]="zone.y + 23" />
    }
    @for (row of drawn().rows; track row.machine.id) {
      <text class="name" x="0" [attr.y]="row.y + 14" [class.soft]="row.machine.unplanned !== null">
        {{ row.machine.name }}
      </text>
      @for (x of row.closed; track $index) {
        <rect
          fill="url(#closed)"
          [attr.x]="x"
          [attr.y]="row.y + 2"
          [attr.width]="drawn().bandwidth"
          height="16"
        />
      }
      @for (stay of row.stays; track stay.from) {
        <line
          class="stay"
          [attr.x1]="stay.from + 4"
          [attr.x2]="stay.to - 3"
          [attr.y1]="row.y + 10"
          [attr.y2]="row.y + 10"
        />
        @if (stay.lateFrom !== null) {
          <line
            class="late"
            [attr.x1]="stay.lateFrom"
            [attr.x2]="stay.to - 3"
            [attr.y1]="row.y + 10"
            [attr.y2]="row.y + 10"
          />
        }
      }
      @if (words()(row); as reason) {
        <text class="small soft reason" [attr.x]="layout.left + 6" [attr.y]="row.y + 14">{{ reason }}</text>
      }
      @for (change of row.changes; track change.shift) {
        <g
          class="change"
          tabindex="0"
          role="button"
          [attr.aria-label]="labelOf(change)"
          [attr.aria-pressed]="isPicked(change)"
          [class.picked]="isPicked(change)"
          [class.movable]="mayMove()"
          (pointerdown)="grab($event, change)"
          (keydown)="key($event, change)"
        >
          <rect
            class="reach"
            [attr.x]="change.x - 3"
            [attr.y]="row.y"
            [attr.width]="drawn().bandwidth + 6"
            height="20"
          />
          @if (change.published) {
            <circle class="published" [attr.cx]="change.x + 4" [attr.cy]="row.y + 10" r="7.5" />
          }
          <path class="needle" [attr.d]="needleAt(change, row)" />
          @if (change.pinned) {
            <rect class="pin" [attr.x]="change.x" [attr.y]="row.y + 1" width="8" height="4" />
          }
        </g>
      }
    }
    @if (target(); as target) {
      <g class="price" [attr.transform]="'translate(' + priceX(target.shift) + ' ' + priceY() + ')'">
        <rect width="104" [attr.height]="target.offer?.conflicts?.length ? 38 : 22" />
        <text x="8" y="15">{{ priceOf(target.offer) }}</text>
        @if (target.offer?.conflicts?.length) {
          <text class="small bad" x="8" y="31">
            {{ target.offer!.conflicts.length === 1 ? 'breaks a limit' : 'breaks limits' }}
          </text>
        }
      </g>
    }
  </svg>`,
  styles: `
    svg {
      width: 100%;
      height: auto;
      touch-action: pan-y;
      user-select: none;
      display: block;
    }
    .small {
      font-size: 11px;
    }
    .soft {
      fill: var(--ink-soft);
    }
    .reason {
      paint-order: stroke;
      stroke: var(--ground);
      stroke-width: 6;
      stroke-linejoin: round;
    }
    .name {
      font-size: 13px;
    }
    .zone {
      font-size: 14px;
      font-weight: 600;
    }
    .visit {
      text-anchor: middle;
      fill: var(--ink-soft);
    }
    .day,
    .rule {
      stroke: var(--rule);
    }
    .hatch {
      stroke: var(--ink-soft);
      stroke-width: 1;
    }
    .free {
      fill: none;
      stroke: var(--ink-soft);
      stroke-width: 0.7;
    }
    .load {
      fill: var(--info);
    }
    .load.over {
      fill: var(--act);
    }
    .stay {
      stroke: var(--steel-dark);
      stroke-width: 2;
    }
    .late {
      stroke: var(--act);
      stroke-width: 4;
      stroke-dasharray: 5 3;
    }
    .reach {
      fill: transparent;
    }
    .needle {
      fill: var(--ink);
    }
    .pin {
      fill: var(--info);
    }
    .published {
      fill: none;
      stroke: var(--good);
      stroke-width: 1.5;
    }
    .movable {
      cursor: grab;
    }
    .picked .needle {
      fill: var(--info);
    }
    .change:focus-visible {
      outline: none;
    }
    .change:focus-visible .reach {
      stroke: var(--info);
      stroke-width: 2;
    }
    .target {
      fill: var(--good-tint);
      opacity: 0.6;
    }
    .target.bad {
      fill: var(--act-tint);
      opacity: 0.9;
    }
    .price rect {
      fill: var(--card);
      stroke: var(--ink);
    }
    .price text {
      font-size: 13px;
      font-weight: 600;
    }
    .price .bad {
      fill: var(--act);
    }
  `,
})
export class RoundsTimelineComponent {
  readonly plan = input.required<RoundsPlanView>();
  readonly zones = input.required<RoundsView['zones']>();
  readonly picked = input.required<PickedChange | null>();
  readonly offers = input.required<readonly MoveOffer[] | null>();
  readonly mayMove = input.required<boolean>();
  readonly money = input.required<(amount: number) => string>();
  readonly words = input.required<(row: DrawnRow) => string>();
  readonly pick = output<PickedChange>();
  readonly move = output<{ readonly machineId: string; readonly from: number; readonly to: number }>();
  readonly cancelled = output();
  readonly pin = output<{ readonly machineId: string; readonly shift: number; readonly pinned: boolean }>();
  /** The shift a picked change would go to, for the text beside the drawing. */
  readonly aim = output<number | null>();

  protected readonly layout = LAYOUT;
  protected readonly drawn = computed(() => layPlan(this.plan(), this.zones()));
  private readonly aimed = signal<number | null>(null);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly svg = viewChild.required<ElementRef<SVGSVGElement>>('drawing');
  private dragging = false;

  protected readonly target = computed(() => {
    const picked = this.picked();
    const shift = this.aimed();
    if (!picked || shift === null) return null;
    return { shift, offer: this.offers()?.[shift] ?? null };
  });

  protected isPicked({ machine, shift }: DrawnChange): boolean {
    const picked = this.picked();
    return picked?.machineId === machine.id && picked.from === shift;
  }

  protected labelOf({ words, shift }: DrawnChange): string {
    const { day, name } = this.plan().shifts[shift]!;
    return `${words}, ${day} ${name}`;
  }

  /** A needle, point down. */
  protected needleAt({ x }: DrawnChange, { y }: DrawnRow): string {
    return `M${x + 1.5} ${y + 3}h5v8l-2.5 7-2.5-7z`;
  }

  protected priceOf(offer: MoveOffer | null): string {
    return offer ? moveCostText(offer.cost, this.money()) : 'calculating …';
  }

  protected priceX(shift: number): number {
    return Math.min(this.layout.width - 110, this.drawn().xOf(shift) + this.drawn().bandwidth + 4);
  }

  protected priceY(): number {
    const row = this.drawn().rows.find(({ machine }) => machine.id === this.picked()?.machineId);
    return Math.min(this.drawn().height - 44, (row?.y ?? 0) + 22);
  }

  protected grab(event: PointerEvent, { machine, shift }: DrawnChange): void {
    if (!this.mayMove()) return;
    event.preventDefault();
    (event.currentTarget as SVGGElement).focus();
    this.svg().nativeElement.setPointerCapture(event.pointerId);
    this.dragging = true;
    this.aimAt(shift);
    this.pick.emit({ machineId: machine.id, from: shift });
  }

  protected drag(event: PointerEvent): void {
    if (!this.dragging) return;
    const box = this.svg().nativeElement.getBoundingClientRect();
    const x = ((event.clientX - box.left) / box.width) * this.layout.width;
    const shifts = this.plan().shifts.length;
    const near =
      Array.from({ length: shifts }, (_, s) => s).findLast((s) => this.drawn().xOf(s) - 2 <= x) ?? 0;
    this.aimAt(near);
  }

  protected drop(): void {
    if (!this.dragging) return;
    this.dragging = false;
    this.release(true);
  }

  protected key(event: KeyboardEvent, change: DrawnChange): void {
    const { machine, shift, pinned } = change;
    const picked = this.isPicked(change);
    if (event.key === 'Enter' || event.key === ' ') {
      event.preventDefault();
      if (!this.mayMove()) return;
      if (picked) this.release();
      else {
        this.aimAt(shift);
        this.pick.emit({ machineId: machine.id, from: shift });
      }
    } else if (event.key === 'Escape' && picked) {
      this.aimAt(null);
      this.cancelled.emit();
    } else if (event.key === 'p' && this.mayMove()) {
      event.stopPropagation();
      this.pin.emit({ machineId: machine.id, shift, pinned: !pinned });
    } else if (event.key === 'ArrowLeft' || event.key === 'ArrowRight') {
      event.preventDefault();
      const step = event.key === 'ArrowRight' ? 1 : -1;
      const last = this.plan().shifts.length - 1;
      if (picked) this.aimAt(Math.max(0, Math.min(last, (this.aimed() ?? shift) + step)));
      else this.focusNear(event.currentTarget as SVGGElement, step);
    }
  }

  private aimAt(shift: number | null): void {
    this.aimed.set(shift);
    this.aim.emit(shift);
  }

  /**
   * Drops what is picked up. By keyboard, dropping it where it was puts it down; by pointer it stays selected for
   * other actions.
   */
  private release(stays = false): void {
    const picked = this.picked();
    const to = this.aimed();
    this.aimAt(null);
    if (picked && picked.from !== null && to !== null && to !== picked.from)
      this.move.emit({ machineId: picked.machineId, from: picked.from, to });
    else if (!stays) this.cancelled.emit();
  }

  private focusNear(from: SVGGElement, step: number): void {
    const all = [...this.element.nativeElement.querySelectorAll<SVGGElement>('g.change')];
    all[all.indexOf(from) + step]?.focus();
  }
}
