import { ChangeDetectionStrategy, Component, effect, inject } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import {
  COATED_POINT_SCHOOLS,
  LEATHER_POINT_SCHOOLS,
  SHORTEST_PASSWORD,
  SIZE_SCHOOL_CHOICES,
  type FirstStart,
  type SchoolChoice,
} from '@gantelet/contracts';
import { Preferences } from '../../shared/preferences';
import { NumberInputDirective } from '../../shared/widgets/number-input.directive';
import { ProblemComponent } from '../../shared/widgets/problem.component';
import { COATED_POINT_WORDS, SCHOOL_WORDS } from '../../shared/words/match-words';
import { shopActions, shopFeature } from './shop.state';

const DAYS = [
  { day: 1, name: 'Mo' },
  { day: 2, name: 'Tu' },
  { day: 3, name: 'We' },
  { day: 4, name: 'Th' },
  { day: 5, name: 'Fr' },
  { day: 6, name: 'Sa' },
  { day: 0, name: 'Su' },
] as const;
const SHORT = [Validators.required, Validators.maxLength(80)];

/** An empty works: who leads it, where its machines stand, and when it works. The rest is added over time. */
@Component({
  selector: 'gan-first-start',
  imports: [NumberInputDirective, ProblemComponent, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './first-start.page.html',
  styles: `
    main {
      max-width: 860px;
      margin: 0 auto;
      padding: 20px 16px 40px;
    }
    .mark {
      font-size: 1.25rem;
      margin: 0;
      color: var(--thread-word);
    }
    fieldset {
      display: grid;
      grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
      gap: 10px 16px;
      margin-bottom: 22px;
    }
    legend {
      grid-column: 1 / -1;
      float: none;
      margin: 0;
      font: 600 1.25rem var(--narrow);
    }
    .wide {
      grid-column: 1 / -1;
      margin: 0;
    }
    .days {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 14px;
      align-items: center;
    }
    .days label {
      display: flex;
      gap: 6px;
      align-items: center;
      min-height: 44px;
    }
    .shift {
      grid-column: 1 / -1;
      display: grid;
      grid-template-columns: 1.4fr 1fr 1fr;
      gap: 10px 16px;
    }
    .shift .days {
      grid-column: 1 / -1;
    }
    .button {
      min-height: 48px;
      justify-content: center;
    }
    @media (max-width: 600px) {
      .shift {
        grid-template-columns: 1fr 1fr;
      }
    }
  `,
})
export class FirstStartPage {
  private readonly store = inject(Store);
  private readonly forms = inject(NonNullableFormBuilder);
  protected readonly preferences = inject(Preferences);
  protected readonly busy = this.store.selectSignal(shopFeature.selectBusy);
  protected readonly problem = this.store.selectSignal(shopFeature.selectProblem);
  protected readonly shortest = SHORTEST_PASSWORD;
  protected readonly timeZones = Intl.supportedValuesOf('timeZone');
  protected readonly currencies = Intl.supportedValuesOf('currency');
  protected readonly days = DAYS;
  protected readonly sizes = SIZE_SCHOOL_CHOICES;
  protected readonly sizeWords = SCHOOL_WORDS;
  protected readonly leatherPoints = LEATHER_POINT_SCHOOLS;
  protected readonly coatedPoints = COATED_POINT_SCHOOLS;
  protected readonly coatedWords = COATED_POINT_WORDS;

  protected readonly form = this.forms.group({
    code: ['', Validators.required],
    name: ['', SHORT],
    timeZone: [Intl.DateTimeFormat().resolvedOptions().timeZone, Validators.required],
    currency: ['EUR', [Validators.required, Validators.pattern(/^[A-Z]{3}$/)]],
    leadName: ['', SHORT],
    signInName: ['', Validators.required],
    password: ['', [Validators.required, Validators.minLength(SHORTEST_PASSWORD), Validators.maxLength(200)]],
    zones: ['', Validators.required],
    shifts: this.forms.array([this.shift('Early', '06:00')]),
    size: ['by-work' as SchoolChoice['size']],
    leatherPoint: ['cutting' as SchoolChoice['leatherPoint']],
    coatedPoint: ['small-cut' as SchoolChoice['coatedPoint']],
  });

  constructor() {
    const router = inject(Router);
    const session = this.store.selectSignal(shopFeature.selectSession);
    this.store.dispatch(shopActions.sessionWanted());
    // A works that was already set up has a sign-in page of its own.
    effect(() => {
      const known = session();
      if (known && !known.firstStart && known.person === null) void router.navigateByUrl('/sign-in');
    });
  }

  protected addShift(): void {
    this.form.controls.shifts.push(this.shift('Late', '14:00'));
  }

  protected begin(): void {
    const { code, name, timeZone, currency, leadName, signInName, password, zones, shifts, ...schools } =
      this.form.getRawValue();
    const start: FirstStart = {
      code,
      shop: { name, timeZone, currency, schools },
      lead: { name: leadName, signInName, password },
      zones: zones
        .split(/[\n,;]/)
        .map((zone) => zone.trim())
        .filter((zone) => zone !== ''),
      shifts: shifts.map(({ name: shiftName, begins, hours, days }) => {
        const [hour = 0, minute = 0] = begins.split(':').map(Number);
        const weekdays = DAYS.filter((_, i) => days[i]).map(({ day }) => day);
        return {
          name: shiftName,
          startMinute: 60 * hour + minute,
          lengthMinutes: Math.round(60 * hours),
          weekdays,
        };
      }),
    };
    this.store.dispatch(shopActions.firstStart({ start }));
  }

  private shift(name: string, begins: string) {
    return this.forms.group({
      name: [name, SHORT],
      begins: [begins, Validators.required],
      hours: [8, [Validators.required, Validators.min(0.5), Validators.max(24)]],
      days: this.forms.array(DAYS.map(({ day }) => this.forms.control(day >= 1 && day <= 5))),
    });
  }
}
