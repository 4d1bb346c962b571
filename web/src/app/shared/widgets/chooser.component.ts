import { ChangeDetectionStrategy, Component, input, output, viewChild } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { FormsModule } from '@angular/forms';
import { NgbTypeahead, type NgbTypeaheadSelectItemEvent } from '@ng-bootstrap/ng-bootstrap/typeahead';
import { filter, map, merge, Subject, switchMap, takeUntil, type Observable } from 'rxjs';

/** A named choice, with what distinguishes it from similar ones. */
export interface Choice {
  readonly id: string;
  readonly name: string;
  readonly where: string;
}

const MOST_SHOWN = 12;

/** The choices whose name and place contain every typed word; all of them if nothing is typed. */
export function choicesFor(choices: readonly Choice[], text: string): readonly Choice[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const holds = ({ name, where }: Choice): boolean =>
    words.every((word) => `${name} ${where}`.toLowerCase().includes(word));
  return choices.filter(holds).slice(0, MOST_SHOWN);
}

/** Chooses one of many by typing part of its name. Text that is typed but not chosen changes nothing. */
@Component({
  selector: 'gan-chooser',
  imports: [FormsModule, NgbTypeahead],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<input
      type="text"
      class="form-control"
      autocomplete="off"
      [id]="inputId()"
      [placeholder]="placeholder()"
      [ngModel]="chosen()"
      [ngbTypeahead]="find"
      [inputFormatter]="nameOf"
      [resultTemplate]="row"
      [focusFirst]="true"
      (focus)="asked.next('')"
      (click)="asked.next('')"
      (blur)="left.next()"
      (selectItem)="pick($event)"
    />
    <ng-template #row let-choice="result">
      <strong>{{ choice.name }}</strong>&ngsp;<span>{{ choice.where }}</span>
    </ng-template>`,
  styles: `
    :host {
      display: block;
      position: relative;
    }
    strong {
      font: 600 1.0625rem var(--narrow);
      margin-inline-end: 8px;
    }
  `,
})
export class ChooserComponent {
  readonly inputId = input.required<string>();
  readonly placeholder = input('');
  readonly choices = input.required<readonly Choice[]>();
  /** The present choice. */
  readonly chosen = input<Choice | null>(null);
  readonly picked = output<string>();
  private readonly typeahead = viewChild.required(NgbTypeahead);

  private readonly choices$ = toObservable(this.choices);
  /** The field was left, or the choice was made. */
  protected readonly left = new Subject<void>();
  /** The list is opened without typing. */
  protected readonly asked = new Subject<string>();
  protected readonly nameOf = (choice: Choice): string => choice.name;
  protected readonly find = (typed: Observable<string>): Observable<readonly Choice[]> =>
    merge(typed, this.asked.pipe(filter(() => !this.typeahead().isPopupOpen()))).pipe(
      // Choices that arrive during a search are searched too.
      switchMap((text) =>
        this.choices$.pipe(
          map((choices) => choicesFor(choices, text)),
          takeUntil(this.left),
        ),
      ),
    );

  protected pick({ item }: NgbTypeaheadSelectItemEvent<Choice>): void {
    this.left.next();
    this.picked.emit(item.id);
  }
}
