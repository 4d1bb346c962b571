import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { Store } from '@ngrx/store';
import { SHORTEST_PASSWORD } from '@gantelet/contracts';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { shopActions, shopFeature } from './shop.state';

/** The first sign-in, or the one after a forgotten password: a lead's code, and a password to use from then on. */
@Component({
  selector: 'gan-code-form',
  imports: [ProblemComponent, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<form [formGroup]="form" (ngSubmit)="signIn()">
    <label for="code-name">Sign-in name</label>
    <input
      id="code-name"
      class="form-control"
      formControlName="signInName"
      autocomplete="username"
      autocapitalize="none"
    />
    <label for="code">Sign-in code</label>
    <input
      id="code"
      class="form-control"
      formControlName="code"
      autocomplete="one-time-code"
      autocapitalize="characters"
      placeholder="as your lead gave it to you"
    />
    <label for="code-password">Choose a password, at least {{ shortest }} characters</label>
    <input
      id="code-password"
      class="form-control"
      type="password"
      formControlName="password"
      autocomplete="new-password"
    />
    <gan-problem [problem]="problem()" />
    <button class="button main" [disabled]="form.invalid || busy()">Sign in and keep this password</button>
  </form>`,
  styles: `
    form {
      display: grid;
      gap: 8px;
    }
    .button {
      justify-content: center;
      margin-top: 8px;
      min-height: 48px;
    }
    input {
      min-height: 48px;
    }
  `,
})
export class CodeFormComponent {
  private readonly store = inject(Store);
  protected readonly shortest = SHORTEST_PASSWORD;
  protected readonly busy = this.store.selectSignal(shopFeature.selectBusy);
  protected readonly problem = this.store.selectSignal(shopFeature.selectProblem);
  protected readonly form = inject(NonNullableFormBuilder).group({
    signInName: ['', Validators.required],
    code: ['', Validators.required],
    password: ['', [Validators.required, Validators.minLength(SHORTEST_PASSWORD), Validators.maxLength(200)]],
  });

  protected signIn(): void {
    this.store.dispatch(shopActions.signInByCode({ signIn: this.form.getRawValue() }));
  }
}
