import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { Store } from '@ngrx/store';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { shopActions, shopFeature } from './shop.state';

/** Name and password, on a page of its own or over another one. */
@Component({
  selector: 'gan-sign-in-form',
  imports: [ReactiveFormsModule, ProblemComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<form [formGroup]="form" (ngSubmit)="signIn()">
    <label for="sign-in-name">Name</label>
    <input
      id="sign-in-name"
      class="form-control"
      formControlName="signInName"
      autocomplete="username"
      autocapitalize="none"
      data-first-focus
    />
    <label for="password">Password</label>
    <input
      id="password"
      class="form-control"
      type="password"
      formControlName="password"
      autocomplete="current-password"
    />
    <gan-problem [problem]="problem()" />
    <button class="button main" [disabled]="form.invalid || busy()">Sign in</button>
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
export class SignInFormComponent {
  private readonly store = inject(Store);
  protected readonly busy = this.store.selectSignal(shopFeature.selectBusy);
  protected readonly problem = this.store.selectSignal(shopFeature.selectProblem);
  protected readonly form = inject(NonNullableFormBuilder).group({
    signInName: ['', Validators.required],
    password: ['', Validators.required],
  });

  protected signIn(): void {
    this.store.dispatch(shopActions.signIn({ signIn: this.form.getRawValue() }));
  }
}
