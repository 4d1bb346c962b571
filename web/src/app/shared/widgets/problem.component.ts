import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Problem } from '@gantelet/contracts';
import { fieldName } from '../words/field-name';
import { SignalMarkComponent } from './signal-mark.component';

/** A problem as worded by the server, with the fields it names. */
@Component({
  selector: 'gan-problem',
  imports: [SignalMarkComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@if (problem(); as problem) {
    <div class="caution" role="alert">
      <p><gan-signal shape="act" /> {{ problem.title }}</p>
      @for (field of fields(); track field.path) {
        <p>{{ field.name }}: {{ field.message }}</p>
      }
    </div>
  }`,
})
export class ProblemComponent {
  readonly problem = input.required<Problem | null>();

  protected readonly fields = computed(() =>
    (this.problem()?.fields ?? []).map((field) => ({
      ...field,
      name: fieldName(field.path),
    })),
  );
}
