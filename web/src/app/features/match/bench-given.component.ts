import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { materialById, platesOf, SEAM_LOOKS, stitchesPerInch, THREAD_USES } from '@gantelet/core';
import type { Machine, SchoolChoice, Setup } from '@gantelet/contracts';
import { oneOf } from '../../shared/forms/one-of';
import { StackDrawingComponent } from '../../shared/drawings/stack-drawing.component';
import { Preferences } from '../../shared/preferences';
import { LOOK_WORDS, SCHOOL_WORDS, USE_WORDS } from '../../shared/words/match-words';
import { lengthText, stitchText } from '../../shared/words/units-text';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import type { BenchAnswer } from './bench-answer';
import { ChooserComponent } from '../../shared/widgets/chooser.component';
import type { BenchDraft } from './bench-draft';
import { NeedleFieldComponent } from './needle-field.component';
import { StackEditorComponent } from './stack-editor.component';
import { ThreadPickerComponent } from './thread-picker.component';

const SIZE_CHOICES = ['by-work', 'free', 'middle', 'snug'] as const;

/** Stitches per inch for a length in mm, and back: precise enough that converting twice changes nothing. */
const perInch = (stitch: number): number => Number(stitchesPerInch(stitch).toFixed(6));

/** What is on the bench, in any order. Whatever is left open gets answered. */
@Component({
  selector: 'gan-bench-given',
  imports: [
    ChooserComponent,
    NumberInputDirective,
    NeedleFieldComponent,
    StackDrawingComponent,
    StackEditorComponent,
    ThreadPickerComponent,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<div class="row">
      <h2>On the bench</h2>
      <button type="button" class="plain-button link" (click)="cleared.emit()">Clear</button>
    </div>
    <label for="bench-open">Saved set-up</label>
    <gan-chooser
      inputId="bench-open"
      placeholder="New work: type a name or machine to open one"
      [choices]="setupChoices()"
      [chosen]="openSetup()"
      (picked)="opened.emit($event)"
    />
    <label for="bench-machine">Machine</label>
    <select
      #machineIdField
      id="bench-machine"
      class="form-select"
      (change)="
        changed.emit({
          machineId: machineIdField.value === '' ? null : machineIdField.value,
          picked: null,
          plateHoleMm: null,
        })
      "
    >
      <option value="" [selected]="draft().machineId === null">Any machine (suggest one)</option>
      @for (one of machines(); track one.id) {
        <option [value]="one.id" [selected]="one.id === draft().machineId">{{ one.name }}</option>
      }
    </select>
    @if (machine(); as machine) {
      <p class="soft facts">
        takes {{ machine.systemIds.join(', ') || 'no system entered' }}, {{ machine.shank }} shank, plate hole
        {{ length(machine.plateHoleMm, 2) }}
      </p>
      @if (plates().length > 1) {
        <label for="bench-plate">Plate for this work</label>
        <select
          #plateHoleMmField
          id="bench-plate"
          class="form-select"
          (change)="changed.emit({ plateHoleMm: +plateHoleMmField.value, picked: null })"
        >
          @for (plate of plates(); track $index) {
            <option
              [value]="plate.holeMm"
              [selected]="plate.holeMm === (draft().plateHoleMm ?? machine.plateHoleMm)"
            >
              {{ length(plate.holeMm, 2)
              }}{{ plate.holeMm === machine.plateHoleMm ? ', on the machine' : '' }}
            </option>
          }
        </select>
      }
    }
    <h3>Stack, top layer first</h3>
    <gan-stack-editor [layers]="draft().layers" (layersChange)="changed.emit({ layers: $event })" />
    @if (work().stack; as stack) {
      <gan-stack-drawing [stack]="stack" />
    }
    <gan-thread-picker
      [label]="draft().threadText"
      [readings]="work().readings"
      [reading]="work().reading"
      [constructionId]="draft().constructionId"
      (labelChange)="changed.emit({ threadText: $event, readingIndex: null })"
      (readingIndexChange)="changed.emit({ readingIndex: $event })"
      (constructionIdChange)="changed.emit({ constructionId: $event, readingIndex: null })"
    />
    @if (work().ask === 'thread') {
      <label for="bench-use">Where the seam is used</label>
      <select
        #useField
        id="bench-use"
        class="form-select"
        (change)="changed.emit({ use: oneOf(uses, useField.value) ?? draft().use })"
      >
        @for (use of uses; track use) {
          <option [value]="use" [selected]="use === draft().use">{{ useWords[use] }}</option>
        }
      </select>
    }
    <gan-needle-field
      [text]="draft().needleText"
      [inHand]="work().inHand"
      (textChange)="changed.emit({ needleText: $event, picked: null })"
    />
    <div class="pair">
      <div>
        <label for="bench-stitch">{{ inInches() ? 'Stitches per inch' : 'Stitch, mm' }}</label>
        <input
          id="bench-stitch"
          class="form-control"
          ganNumber
          needed
          [unit]="inInches() ? '' : 'mm'"
          [digits]="inInches() ? 1 : 4"
          [least]="inInches() ? 1.3 : 0.5"
          [most]="inInches() ? 50 : 20"
          [number]="stitchShown()"
          (numberChange)="setStitch($event)"
        />
        <span class="soft">{{ stitch().first }}, {{ stitch().second }}</span>
      </div>
      <div>
        <label for="bench-school">Eye fit preference</label>
        <select
          #sizeField
          id="bench-school"
          class="form-select"
          (change)="changeSchools({ size: oneOf(sizeChoices, sizeField.value) ?? 'by-work' })"
        >
          @for (choice of sizeChoices; track choice) {
            <option [value]="choice" [selected]="choice === schools()?.size">
              {{ schoolWords[choice] }}
            </option>
          }
        </select>
      </div>
    </div>
    <label class="check">
      <input
        type="checkbox"
        class="form-check-input"
        [checked]="schools()?.leatherPoint === 'round'"
        (change)="changeSchools({ leatherPoint: schools()?.leatherPoint === 'round' ? 'cutting' : 'round' })"
      />
      Also allow round points in leather
    </label>
    @if (sheeting()) {
      <label class="check">
        <input
          type="checkbox"
          class="form-check-input"
          [checked]="schools()?.coatedPoint === 'cutting'"
          (change)="
            changeSchools({ coatedPoint: schools()?.coatedPoint === 'cutting' ? 'small-cut' : 'cutting' })
          "
        />
        Cutting point in coated sheeting
      </label>
    }
    <label for="bench-look">Look of the seam</label>
    <select
      #lookField
      id="bench-look"
      class="form-select"
      (change)="changed.emit({ look: oneOf(looks, lookField.value), picked: null })"
    >
      <option value="" [selected]="draft().look === null">as it comes</option>
      @for (look of looks; track look) {
        <option [value]="look" [selected]="look === draft().look">{{ lookWords[look] }}</option>
      }
    </select>`,
  styleUrl: './bench-given.component.scss',
})
export class BenchGivenComponent {
  protected readonly oneOf = oneOf;
  protected readonly length = lengthText;
  readonly draft = input.required<BenchDraft>();
  readonly machine = input.required<Machine | null>();
  readonly machines = input.required<readonly Machine[]>();
  readonly setups = input.required<readonly Setup[]>();
  readonly work = input.required<BenchAnswer>();
  readonly shopSchools = input.required<SchoolChoice | null>();
  readonly changed = output<Partial<BenchDraft>>();
  protected readonly plates = computed(() => platesOf(this.machine() ?? {}));
  protected readonly setupChoices = computed(() => {
    const names = new Map(this.machines().map(({ id, name }) => [id, name]));
    return this.setups().map(({ id, name, machineId }) => ({ id, name, where: names.get(machineId) ?? '' }));
  });
  protected readonly openSetup = computed(
    () => this.setupChoices().find(({ id }) => id === this.draft().saved?.id) ?? null,
  );
  readonly opened = output<string>();
  readonly cleared = output();

  private readonly preferences = inject(Preferences);
  protected readonly sizeChoices = SIZE_CHOICES;
  protected readonly uses = THREAD_USES;
  protected readonly schoolWords = SCHOOL_WORDS;
  protected readonly looks = SEAM_LOOKS;
  protected readonly lookWords = LOOK_WORDS;
  protected readonly sheeting = computed(() =>
    this.draft().layers.some(({ materialId }) => materialById(materialId)?.kind === 'coated'),
  );
  protected readonly useWords = USE_WORDS;
  protected readonly schools = computed(() => this.draft().schools ?? this.shopSchools());
  protected readonly inInches = computed(() => this.preferences.unitOrder() === 'inch');
  /** With inches first, a stitch is given as stitches per inch. */
  protected readonly stitchShown = computed(() =>
    this.inInches() ? perInch(this.draft().stitchLengthMm) : this.draft().stitchLengthMm,
  );
  protected readonly stitch = computed(() =>
    stitchText(this.draft().stitchLengthMm, this.preferences.unitOrder()),
  );

  protected setStitch(shown: number | null): void {
    if (shown !== null) this.changed.emit({ stitchLengthMm: this.inInches() ? perInch(shown) : shown });
  }

  protected changeSchools(change: Partial<SchoolChoice>): void {
    const schools = this.schools();
    if (schools) this.changed.emit({ schools: { ...schools, ...change } });
  }
}
