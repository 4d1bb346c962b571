import { ChangeDetectionStrategy, Component, effect, inject, output } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { Store } from '@ngrx/store';
import { Pin } from '@gantelet/contracts';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { shopActions, shopFeature } from './shop.state';

/** A person's own PIN for shared tablets. */
@Component({
  selector: 'gan-pin-form',
  imports: [ProblemComponent, ReactiveFormsModule, SignalMarkComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@if (done(); as words) {
      <p role="status"><gan-signal shape="good" /> {{ words }}</p>
      <button type="button" class="button main" (click)="closed.emit()">Close</button>
    } @else {
      <form [formGroup]="form" (ngSubmit)="choose(form.controls.pin.value)">
        <p class="soft">
          On a tablet enrolled by a lead you sign in with your name and PIN. You are signed out after ten
          minutes without activity, and have a mechanic's rights at most.
        </p>
        <label for="pin-password">Your password</label>
        <input
          id="pin-password"
          class="form-control"
          type="password"
          formControlName="password"
          autocomplete="current-password"
          data-first-focus
        />
        <label for="pin-new">PIN, 4 to 8 digits</label>
        <input
          id="pin-new"
          class="form-control"
          type="password"
          inputmode="numeric"
          formControlName="pin"
          autocomplete="off"
          maxlength="8"
        />
        @if (form.controls.pin.dirty && !usable()) {
          <p class="field-problem">4 to 8 digits, not all the same and not in sequence.</p>
        }
        <gan-problem [problem]="problem()" />
        <button class="button main" [disabled]="form.invalid || !usable() || busy()">Use this PIN</button>
        <button type="button" class="button" [disabled]="form.invalid || busy()" (click)="choose(null)">
          Remove my PIN
        </button>
      </form>
    }`,
  styles: `
    form {
      display: grid;
      gap: 8px;
    }
    .button,
    input {
      min-height: 48px;
      justify-content: center;
    }
  `,
})
export class PinFormComponent {
  readonly closed = output();
  private readonly store = inject(Store);
  protected readonly busy = this.store.selectSignal(shopFeature.selectBusy);
  protected readonly problem = this.store.selectSignal(shopFeature.selectProblem);
  protected readonly done = this.store.selectSignal(shopFeature.selectPinDone);
  protected readonly form = inject(NonNullableFormBuilder).group({
    password: ['', Validators.required],
    pin: [''],
  });

  constructor() {
    // Nothing of it stays on the page.
    effect(() => {
      if (this.done() !== '') this.form.reset();
    });
  }

  protected usable(): boolean {
    return Pin.safeParse(this.form.controls.pin.value).success;
  }

  protected choose(pin: string | null): void {
    const { password } = this.form.getRawValue();
    this.store.dispatch(shopActions.setPin({ change: { password, pin } }));
  }
}
