import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';

export interface LookOption<T extends string> {
  readonly value: T;
  readonly name: string;
}

let made = 0;

/** One check of a needle: what it is, how it is done, and what was seen. Tapping the same answer again clears it. */
@Component({
  selector: 'gan-look-choice',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<fieldset>
    <legend>{{ label() }}</legend>
    @if (hint()) {
      <p class="soft" [id]="hintId">{{ hint() }}</p>
    }
    <div class="options">
      @for (option of options(); track option.value) {
        <button
          type="button"
          class="button"
          [attr.aria-pressed]="seen() === option.value"
          [attr.aria-describedby]="hint() ? hintId : null"
          (click)="seen.set(seen() === option.value ? null : option.value)"
        >
          {{ option.name }}
        </button>
      }
    </div>
  </fieldset>`,
  styles: `
    fieldset {
      border: 0;
      padding: 0;
      margin: 0 0 14px;
      min-width: 0;
    }
    legend {
      float: none;
      font: 600 1.0625rem var(--narrow);
      margin: 0;
      padding: 0;
    }
    p {
      margin: 0 0 4px;
    }
    .options {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    .button {
      min-height: 48px;
      flex: 1 1 0;
      justify-content: center;
    }
  `,
})
export class LookChoiceComponent<T extends string> {
  readonly label = input.required<string>();
  readonly hint = input('');
  readonly options = input.required<readonly LookOption<T>[]>();
  /** Null if it was not checked. */
  readonly seen = model<T | null>(null);
  protected readonly hintId = `look-hint-${++made}`;
}
