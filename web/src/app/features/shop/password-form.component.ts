import { ChangeDetectionStrategy, Component, effect, inject, output } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { Store } from '@ngrx/store';
import { SHORTEST_PASSWORD } from '@gantelet/contracts';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { shopActions, shopFeature } from './shop.state';

/** A person's own new password. It ends all their other sessions. */
@Component({
  selector: 'gan-password-form',
  imports: [ProblemComponent, ReactiveFormsModule, SignalMarkComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@if (changed()) {
      <p role="status"><gan-signal shape="good" /> Password changed. You are signed out everywhere else.</p>
      <button type="button" class="button main" (click)="closed.emit()">Close</button>
    } @else {
      <form [formGroup]="form" (ngSubmit)="change()">
        <label for="password-now">Current password</label>
        <input
          id="password-now"
          class="form-control"
          type="password"
          formControlName="current"
          autocomplete="current-password"
          data-first-focus
        />
        <label for="password-new">New password, at least {{ shortest }} characters</label>
        <input
          id="password-new"
          class="form-control"
          type="password"
          formControlName="next"
          autocomplete="new-password"
        />
        <gan-problem [problem]="problem()" />
        <button class="button main" [disabled]="form.invalid || busy()">Change password</button>
      </form>
    }`,
  styles: `
    form {
      display: grid;
      gap: 8px;
    }
    .button {
      margin-top: 8px;
      min-height: 48px;
      justify-content: center;
    }
    input {
      min-height: 48px;
    }
  `,
})
export class PasswordFormComponent {
  readonly closed = output();
  private readonly store = inject(Store);
  protected readonly shortest = SHORTEST_PASSWORD;
  protected readonly busy = this.store.selectSignal(shopFeature.selectBusy);
  protected readonly problem = this.store.selectSignal(shopFeature.selectProblem);
  protected readonly changed = this.store.selectSignal(shopFeature.selectPasswordChanged);
  protected readonly form = inject(NonNullableFormBuilder).group({
    current: ['', Validators.required],
    next: ['', [Validators.required, Validators.minLength(SHORTEST_PASSWORD), Validators.maxLength(200)]],
  });

  constructor() {
    // Nothing of it stays on the page.
    effect(() => {
      if (this.changed()) this.form.reset();
    });
  }

  protected change(): void {
    this.store.dispatch(shopActions.changePassword({ change: this.form.getRawValue() }));
  }
}
