import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import {
  compareLabels,
  readLabel,
  THREAD_CONSTRUCTIONS,
  threadConstruction,
  type ComparedOrder,
} from '@gantelet/core';
import { ThreadLadderComponent, type LadderMark } from '../../shared/drawings/thread-ladder.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { namesDisagreeText, noSuchSizeText } from '../../shared/words/label-words';
import { catalogueActions, catalogueFeature } from '../catalogue/catalogue.state';
import { LabelReadingComponent } from './label-reading.component';
import { WeighSpoolComponent } from './weigh-spool.component';

/** How the first label compares with the second, for threads or needles. */
function orderText(order: ComparedOrder, thing: 'thread' | 'needle'): string {
  switch (order) {
    case 'same':
      return `is the same ${thing}`;
    case 'depends':
      return 'may be thicker or thinner: it depends on the system each number is in';
    case 'different-things':
      return 'cannot be compared with the other: one is a thread, the other a needle';
    default:
      return `is the ${order} ${thing}`;
  }
}

/** How do sizes convert? Reads what is on packs, spools and shanks, and compares threads side by side. */
@Component({
  selector: 'gan-thread',
  imports: [LabelReadingComponent, StandingComponent, ThreadLadderComponent, WeighSpoolComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<main>
    <section aria-label="Label">
      <h1>What does the label say?</h1>
      <label class="visually-hidden" for="label-text">As it reads on pack, spool or shank</label>
      <input
        #textField
        id="label-text"
        class="form-control"
        autocomplete="off"
        maxlength="120"
        placeholder="V138, tkt 20, 140/22, 135x17 #22 LR, is 69 thicker than tkt 40?"
        [value]="text()"
        (input)="text.set(textField.value)"
      />
      <hr class="stitch" />
      <div aria-live="polite">
        @if (comparison(); as compared) {
          <p class="verdict">
            <strong>{{ compared.labels[0]!.text }}</strong>
            {{ orderText(compared.order, compared.of === 'needles' ? 'needle' : 'thread') }}.
          </p>
          <ul class="compared">
            @for (label of compared.labels; track $index) {
              <li>
                <strong>{{ label.text }}</strong> reads as
                @for (reading of label.readings; track reading.label; let last = $last) {
                  {{ reading.label }}, Tex {{ round(reading.tex) }}
                  <gan-standing [standing]="reading.standing" [source]="reading.label" />{{
                    last ? '' : ' or'
                  }}
                }
                @for (size of label.needles; track size.nm; let last = $last) {
                  needle NM {{ size.nm }} / {{ size.number }}{{ last ? '' : ' or' }}
                }
              </li>
            }
          </ul>
          @if (compared.tickets) {
            <p>A lower ticket is a thicker thread. Never compare a ticket with a Tex or a size as numbers.</p>
          }
        } @else {
          @switch (answer().outcome) {
            @case ('no-such-size') {
              <p class="field-problem">{{ trouble() }}</p>
            }
            @case ('names-disagree') {
              <p class="field-problem">{{ trouble() }}</p>
            }
            @case ('unknown') {
              @if (text().trim() !== '') {
                <p class="field-problem">
                  Not a size or needle known here. Try Tex 135, V138, tkt 20, FF, 1260 den, Nm 20/3, 140/22 or
                  DPx17 #22.
                </p>
              } @else {
                <p class="soft">
                  Threads in any system, needles by system, size and point, or two sizes to compare.
                </p>
              }
            }
            @default {
              @if (readings().length > 1) {
                <p class="field-problem">
                  This can mean {{ readings().length }} different things. Which one is on the label?
                </p>
              }
            }
          }
        }
      </div>
      <div class="readings">
        @for (reading of readings(); track $index) {
          <gan-label-reading
            [reading]="reading"
            [text]="text()"
            [constructionId]="constructionId()"
            [values]="values()"
          />
        }
      </div>
      <gan-weigh-spool (taken)="text.set($event)" />
    </section>
    <section aria-label="Ladder">
      <h2>The size ladder, to scale</h2>
      <label for="ladder-kind">Drawn as</label>
      <select
        #constructionIdField
        id="ladder-kind"
        class="form-select"
        (change)="constructionId.set(constructionIdField.value)"
      >
        @for (one of constructions; track one.id) {
          <option [value]="one.id" [selected]="one.id === constructionId()">{{ one.name }}</option>
        }
      </select>
      @if (unfit(); as why) {
        <p class="field-problem">Not for machine sewing: {{ why }}.</p>
      }
      <gan-thread-ladder [marks]="marks()" [constructionId]="constructionId()" [values]="values()" />
    </section>
  </main>`,
  styles: `
    main {
      display: grid;
      grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
      gap: 34px;
      padding: 18px 26px;
    }
    h1 {
      margin-bottom: 12px;
    }
    #label-text {
      font: 600 1.25rem var(--narrow);
      min-height: 52px;
    }
    .verdict {
      font: 600 1.5rem var(--narrow);
    }
    .compared {
      list-style: none;
      padding: 0;
    }
    .compared li {
      padding: 4px 0;
    }
    .readings {
      display: grid;
      gap: 12px;
      margin-bottom: 22px;
    }
    label {
      font-size: 0.875rem;
    }
    select {
      max-width: 280px;
      margin-bottom: 12px;
    }
    @media (max-width: 900px) {
      main {
        grid-template-columns: minmax(0, 1fr);
        padding: 12px;
      }
    }
  `,
})
export class ThreadPage {
  /** From the address: a label to read. */
  readonly read = input<string>();
  private readonly store = inject(Store);

  protected readonly values = this.store.selectSignal(catalogueFeature.selectValues);
  protected readonly constructions = THREAD_CONSTRUCTIONS;
  protected readonly orderText = orderText;
  protected readonly text = signal('');
  protected readonly constructionId = signal('bonded-nylon');
  protected readonly unfit = computed(() => threadConstruction(this.constructionId())?.unfit ?? null);
  protected readonly comparison = computed(() => compareLabels(this.text()));
  protected readonly answer = computed(() => readLabel(this.text()));
  protected readonly readings = computed(() => {
    const answer = this.answer();
    return this.comparison() === null && answer.outcome === 'read' ? answer.readings : [];
  });
  protected readonly trouble = computed(() => {
    const answer = this.answer();
    if (answer.outcome === 'no-such-size') return noSuchSizeText(answer.near);
    return answer.outcome === 'names-disagree' ? namesDisagreeText(answer.names) : '';
  });
  protected readonly marks = computed((): readonly LadderMark[] => {
    const compared = this.comparison();
    if (compared) {
      return compared.labels.flatMap(({ readings }) => readings.map(({ tex, label }) => ({ tex, label })));
    }
    return this.readings().flatMap((reading) =>
      reading.kind === 'thread' ? [{ tex: reading.thread.tex, label: reading.thread.label }] : [],
    );
  });

  constructor() {
    this.store.dispatch(catalogueActions.wanted());
    effect(() => this.text.set((this.read() ?? '').slice(0, 120)));
  }

  protected round(tex: number): number {
    return Math.round(tex);
  }
}
