import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  input,
  output,
  viewChild,
  type ElementRef,
} from '@angular/core';

/**
 * A modal sheet on the browser's own dialog: focus stays inside, Escape closes it. An element marked
 * `data-first-focus` gets the focus when it opens.
 */
@Component({
  selector: 'gan-dialog',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<dialog #dialog [attr.aria-label]="label()" (close)="close()">
    @if (open()) {
      <div class="head">
        <strong class="narrow">{{ label() }}</strong>
        @if (mayClose()) {
          <button type="button" class="plain-button close" aria-label="Close" (click)="dialog.close()">
            <i class="bi bi-x-lg" aria-hidden="true"></i>
          </button>
        }
      </div>
      <ng-content />
    }
  </dialog>`,
  styles: `
    .head {
      display: flex;
      justify-content: space-between;
      align-items: center;
      font-size: 1.25rem;
      margin-bottom: 8px;
    }
    .close {
      min-width: 44px;
      min-height: 44px;
      text-align: center;
    }
  `,
})
export class DialogComponent {
  readonly open = input.required<boolean>();
  readonly label = input.required<string>();
  /** False if the dialog has to be completed. */
  readonly mayClose = input(true);
  readonly closed = output();
  private readonly dialog = viewChild.required<ElementRef<HTMLDialogElement>>('dialog');

  /** Browsers close a dialog on the second Escape, whatever the page does. */
  protected close(): void {
    if (!this.mayClose() && this.open()) this.dialog().nativeElement.showModal();
    else this.closed.emit();
  }

  constructor() {
    afterRenderEffect(() => {
      const { nativeElement } = this.dialog();
      if (this.open() && !nativeElement.open) {
        nativeElement.showModal();
        nativeElement.querySelector<HTMLElement>('[data-first-focus]')?.focus();
      }
      if (!this.open() && nativeElement.open) nativeElement.close();
    });
  }
}
