import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { NgbToast } from '@ng-bootstrap/ng-bootstrap/toast';
import { map, startWith, switchMap, takeWhile, timer } from 'rxjs';
import { TAKE_BACK_MS } from '../outbox/take-back';

const TICK_MS = 1000;

/** At the foot of the screen: what was just done, and an undo button while its time runs down. */
@Component({
  selector: 'gan-undo-toast',
  imports: [NgbToast],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<ngb-toast [autohide]="false" [animation]="false" class="no-print">
    <span role="status">{{ text() }}</span>
    <button type="button" class="button" [disabled]="busy()" (click)="undo.emit()">
      {{ label() }} <span class="left" aria-hidden="true">{{ secondsLeft() }} s</span>
    </button>
  </ngb-toast>`,
  styleUrl: './undo-toast.component.scss',
})
export class UndoToastComponent {
  readonly text = input.required<string>();
  readonly label = input('Undo');
  readonly busy = input(false);
  /** Another value is another change: its minute starts again. */
  readonly of = input.required<string>();
  readonly undo = output();

  private readonly endMs = computed(() => (this.of(), Date.now() + TAKE_BACK_MS));
  protected readonly secondsLeft = toSignal(
    toObservable(this.endMs).pipe(
      switchMap((endMs) =>
        timer(0, TICK_MS).pipe(
          map(() => Math.max(0, Math.ceil((endMs - Date.now()) / 1000))),
          takeWhile((left) => left > 0, true),
        ),
      ),
      startWith(TAKE_BACK_MS / 1000),
    ),
    { requireSync: true },
  );
}
