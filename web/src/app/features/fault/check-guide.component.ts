import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { hookFigures, type FaultCheck, type Values } from '@gantelet/core';
import { HookDrawingComponent } from '../../shared/drawings/hook-drawing.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { CHECK_GUIDES } from '../../shared/words/fault-words';

/** Checks whose answer is seen at the hook. */
const AT_HOOK: ReadonlySet<string> = new Set(['gap', 'timing']);

/** How a check is made by hand, and what counts as a finding. */
@Component({
  selector: 'gan-check-guide',
  imports: [HookDrawingComponent, RouterLink, StandingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@if (guide(); as guide) {
    <ol>
      @for (step of guide.steps; track step) {
        <li>{{ step }}</li>
      }
    </ol>
    @if (figures(); as figures) {
      <gan-hook-drawing [figures]="figures" />
      @if (machineId(); as id) {
        <p><a [routerLink]="['/machines', id, 'hook']">Measure and log the hook of this machine</a></p>
      }
    }
    <p>
      <strong>{{ check().kind === 'look' ? 'Found:' : 'Yes:' }}</strong> {{ guide.yes }}
      <strong>{{ check().kind === 'look' ? 'Nothing:' : 'No:' }}</strong> {{ guide.no }}
      <gan-standing standing="practice" />
    </p>
  }`,
  styles: `
    ol {
      padding-inline-start: 1.4em;
    }
  `,
})
export class CheckGuideComponent {
  readonly check = input.required<FaultCheck>();
  readonly values = input.required<Values>();
  readonly machineId = input<string | null>(null);

  protected readonly guide = computed(() => CHECK_GUIDES[this.check().id]);
  protected readonly figures = computed(() =>
    AT_HOOK.has(this.check().id) ? hookFigures(null, this.values()) : null,
  );
}
