import { CdkDrag, type CdkDragEnd } from '@angular/cdk/drag-drop';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  output,
} from '@angular/core';
import { line } from 'd3-shape';
import type { Station } from '@gantelet/core';
import { STATION_WORDS } from '../../shared/words/threading-words';

const [WIDTH, HEIGHT] = [440, 330];
/** How far an arrow key moves a station, as a share of the drawing. */
const STEP = 0.02;
const STEPS: Readonly<Record<string, readonly [x: number, y: number]>> = {
  ArrowLeft: [-STEP, 0],
  ArrowRight: [STEP, 0],
  ArrowUp: [0, -STEP],
  ArrowDown: [0, STEP],
};

/** A moved station, by its place in the order. */
export interface MovedStation {
  readonly place: number;
  readonly x: number;
  readonly y: number;
}

/** The thread path over a machine as seen from the seat: not to scale. */
@Component({
  selector: 'gan-thread-path',
  imports: [CdkDrag],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<svg [attr.viewBox]="'0 0 ' + width + ' ' + height" role="img" [attr.aria-label]="label()">
      <path class="machine" d="M20 262 h310 v34 h-310 z M252 262 V60 q0 -24 24 -24 h28 q26 0 26 26 V262 z" />
      <path class="machine" d="M44 70 q0 -34 34 -34 h210 v64 H128 q-14 0 -14 14 v62 H44 z" />
      <path class="machine thin" d="M66 176 v44 h10 v-44 M71 220 v30 M96 176 v70 h-14 M20 262 h310" />
      <path class="machine thin" d="M396 312 h36 M414 312 V24 M400 24 h28" />
      <path class="thread" [attr.d]="path()" />
    </svg>
    @for (station of stations(); track $index) {
      <button
        type="button"
        cdkDrag
        [cdkDragBoundary]="host"
        [cdkDragDisabled]="!arranging()"
        [disabled]="!arranging()"
        [style.left.%]="100 * station.x"
        [style.top.%]="100 * station.y"
        [attr.aria-label]="$index + 1 + ', ' + words[station.kind]"
        (cdkDragEnded)="dropped($index, $event)"
        (keydown)="byKey($index, $event)"
      >
        {{ $index + 1 }}
      </button>
    }`,
  styles: `
    :host {
      display: block;
      position: relative;
      max-width: 560px;
    }
    svg {
      display: block;
      width: 100%;
      height: auto;
    }
    .machine {
      fill: var(--card);
      stroke: var(--ink-soft);
      stroke-width: 1.5;
    }
    .thin {
      fill: none;
    }
    .thread {
      fill: none;
      stroke: var(--act);
      stroke-width: 2;
      stroke-dasharray: 7 3;
    }
    button {
      position: absolute;
      width: 30px;
      height: 30px;
      margin: -15px 0 0 -15px;
      padding: 0;
      border: 1.5px solid var(--ink);
      border-radius: 50%;
      background: var(--card);
      color: var(--ink);
      font: 600 1rem / 1 var(--narrow);
    }
    button:not(:disabled) {
      cursor: move;
      touch-action: none;
      border-style: dashed;
    }
    @media print {
      button {
        background: #fff;
      }
    }
  `,
})
export class ThreadPathComponent {
  readonly stations = input.required<readonly Pick<Station, 'kind' | 'x' | 'y'>[]>();
  /** In editing mode, stations are dragged to their place or moved with the arrow keys. */
  readonly arranging = input(false);
  readonly moved = output<MovedStation>();

  protected readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  protected readonly width = WIDTH;
  protected readonly height = HEIGHT;
  protected readonly words = STATION_WORDS;
  protected readonly path = computed(() =>
    line()(this.stations().map(({ x, y }): [number, number] => [x * WIDTH, y * HEIGHT])),
  );
  protected readonly label = computed(
    () =>
      `Way of the thread: ${this.stations()
        .map(({ kind }) => STATION_WORDS[kind])
        .join(', ')}`,
  );

  protected dropped(place: number, { source, distance }: CdkDragEnd): void {
    const { width, height } = this.host.getBoundingClientRect();
    source.reset();
    this.move(place, distance.x / width, distance.y / height);
  }

  protected byKey(place: number, event: KeyboardEvent): void {
    const step = STEPS[event.key];
    if (!step || !this.arranging()) return;
    event.preventDefault();
    this.move(place, ...step);
  }

  private move(place: number, dx: number, dy: number): void {
    const { x, y } = this.stations()[place]!;
    const inside = (share: number): number => Math.round(1000 * Math.min(0.98, Math.max(0.02, share))) / 1000;
    this.moved.emit({ place, x: inside(x + dx), y: inside(y + dy) });
  }
}
