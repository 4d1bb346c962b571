import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Changeover } from '@gantelet/core';
import { STEP_NAMES } from '../../shared/words/changeover-words';
import { shortNumber } from '../../shared/locale';

/** What has to change on the machine, in a line, with a link to the card. */
@Component({
  selector: 'gan-changeover-summary',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<h2>Change over from {{ from() ?? 'a machine without a set-up' }}</h2>
    @if (way().steps.length === 0) {
      <p>Nothing to change: the machine is already set up like this.</p>
    } @else {
      <p>About {{ minutes() }} min: {{ names() }}.</p>
      <a class="button small" [routerLink]="cardLink()">Changeover card</a>
    }`,
  styles: `
    :host {
      display: block;
      margin-bottom: 12px;
    }
    p {
      margin-bottom: 6px;
      font-size: 0.9375rem;
    }
  `,
})
export class ChangeoverSummaryComponent {
  readonly way = input.required<Changeover>();
  /** Name of the machine's present set-up; null without one. */
  readonly from = input.required<string | null>();
  readonly cardLink = input.required<string>();

  protected readonly minutes = computed(() => shortNumber(this.way().minutes, 0));
  protected readonly names = computed(() =>
    this.way()
      .steps.map((step) => STEP_NAMES[step.do])
      .join(', '),
  );
}
