import { ChangeDetectionStrategy, Component, computed, effect, inject } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { newId, type Safekeeping } from '@gantelet/contracts';
import { CountPipe } from '../../shared/widgets/locale.pipes';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { unreadText } from '../../shared/words/read-words';
import {
  backupText,
  diskText,
  drillText,
  lockedText,
  undeliveredText,
} from '../../shared/words/safekeeping-words';
import { safekeepingActions, safekeepingFeature } from './safekeeping.state';

/** How is the shop's data kept safe, and can it be restored? */
@Component({
  selector: 'gan-safekeeping',
  imports: [
    CountPipe,
    NumberInputDirective,
    ProblemComponent,
    ReactiveFormsModule,
    RouterLink,
    SignalMarkComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './safekeeping.page.html',
  styleUrl: './safekeeping.page.scss',
})
export class SafekeepingPage {
  private readonly store = inject(Store);
  protected readonly safekeeping = this.store.selectSignal(safekeepingFeature.selectSafekeeping);
  protected readonly saving = this.store.selectSignal(safekeepingFeature.selectSaving);
  protected readonly done = this.store.selectSignal(safekeepingFeature.selectDone);
  protected readonly problem = this.store.selectSignal(safekeepingFeature.selectProblem);
  protected readonly unread = computed(() =>
    unreadText(this.safekeeping() !== null, this.problem(), 'what is kept safe'),
  );
  protected readonly backupText = backupText;
  protected readonly drillText = drillText;
  protected readonly lockedText = lockedText;
  protected readonly undeliveredText = undeliveredText;
  protected readonly diskText = diskText;

  protected readonly form = inject(NonNullableFormBuilder).group({
    backupWithinHours: [48, [Validators.required, Validators.min(1), Validators.max(8760)]],
    drillWithinDays: [92, [Validators.required, Validators.min(1), Validators.max(3650)]],
  });
  private readonly rule = computed(() => this.safekeeping()?.rule);

  constructor() {
    this.store.dispatch(safekeepingActions.opened());
    effect(() => {
      const rule = this.rule();
      if (rule) this.form.reset(rule);
    });
  }

  protected lift({ personId, name }: Safekeeping['locked'][number]): void {
    this.store.dispatch(safekeepingActions.liftLock({ key: newId(), personId, name }));
  }

  protected save(): void {
    const rule = { ...this.form.getRawValue(), version: this.rule()!.version };
    this.store.dispatch(safekeepingActions.reviseRule({ key: newId(), rule }));
  }
}
