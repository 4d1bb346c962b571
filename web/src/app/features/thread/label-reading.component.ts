import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  bladeDiameterMm,
  diameterOfConstruction,
  threadConstruction,
  threadEquivalents,
  type LabelReading,
  type Standing,
  type Values,
} from '@gantelet/core';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { threadDoubtText } from '../../shared/words/label-words';
import { doubtText } from '../../shared/words/match-words';
import { shortNumber } from '../../shared/locale';
import { lengthText } from '../../shared/words/units-text';

interface Row {
  readonly name: string;
  readonly value: string;
  readonly standing: Standing;
  readonly source: string;
}

const COUNTS = 'by arithmetic: ISO 1144, ASTM D861, ASTM D2260; clauses not checked';

/** One way to read a label, with its equivalents in every other system. */
@Component({
  selector: 'gan-label-reading',
  imports: [RouterLink, StandingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<h2>{{ title() }}</h2>
    @for (doubt of doubts(); track doubt) {
      <p class="field-problem">Check the label: {{ doubt }}.</p>
    }
    <dl>
      @for (row of rows(); track row.name) {
        <div>
          <dt>{{ row.name }}</dt>
          <dd>{{ row.value }} <gan-standing [standing]="row.standing" [source]="row.source" /></dd>
        </div>
      }
    </dl>
    <div class="actions">
      <a class="button small" routerLink="/bench" [queryParams]="benchQuery()">Put on the bench</a>
      <a class="button small" routerLink="/label" [queryParams]="{ read: text() }">Print a label</a>
    </div>`,
  styles: `
    :host {
      display: block;
      background: var(--card);
      border: 1px solid var(--rule);
      padding: 12px 16px;
    }
    h2 {
      font-size: 1.5rem;
      color: var(--ink);
    }
    dl {
      margin: 0 0 10px;
    }
    dl div {
      display: grid;
      grid-template-columns: 150px 1fr;
      padding: 3px 0;
      border-bottom: 1px solid var(--rule);
    }
    dt {
      font-weight: 400;
      color: var(--ink-soft);
    }
    dd {
      margin: 0;
    }
    .actions {
      display: flex;
      gap: 8px;
    }
  `,
})
export class LabelReadingComponent {
  readonly reading = input.required<LabelReading>();
  readonly text = input.required<string>();
  readonly constructionId = input.required<string>();
  readonly values = input.required<Values>();

  protected readonly title = computed(() => {
    const reading = this.reading();
    if (reading.kind === 'thread') return `Thread, Tex ${shortNumber(reading.thread.tex)}`;
    const { system, size } = reading.needle;
    return `Needle, ${[system?.id, size && `NM ${size.nm} / ${size.number}`].filter(Boolean).join(' ')}`;
  });
  protected readonly doubts = computed(() => {
    const reading = this.reading();
    if (reading.kind === 'needle') return reading.needle.doubts.map(doubtText);
    return reading.thread.doubt ? [threadDoubtText(reading.thread.doubt)] : [];
  });
  protected readonly rows = computed(() => {
    const reading = this.reading();
    return reading.kind === 'thread' ? this.threadRows(reading) : needleRows(reading);
  });
  protected readonly benchQuery = computed(() =>
    this.reading().kind === 'thread' ? { thread: this.text() } : { needle: this.text() },
  );

  private threadRows({ thread }: Extract<LabelReading, { kind: 'thread' }>): readonly Row[] {
    const named = threadEquivalents(Math.round(thread.tex));
    const counted = threadEquivalents(thread.tex);
    const construction = threadConstruction(this.constructionId())!;
    const diameter = diameterOfConstruction(thread.tex, construction, this.values());
    return [
      row('Read as', thread.label, thread.standing, 'the reading of the label'),
      row('Trade size', named.tradeSize, 'fitted', 'size = 23.05 x plies of 210 denier'),
      row('Ticket, as sold', named.ticket, 'memory', 'tickets bonded thread is sold under'),
      row('Ticket, 3000 / Tex', shortNumber(counted.computedTicket), 'practice', 'by arithmetic alone'),
      row('Letter', named.letter, 'memory', 'government letters'),
      row('Denier', counted.denier, 'standard', COUNTS),
      row('dtex', counted.dtex, 'standard', COUNTS),
      row('Nm', shortNumber(counted.metricCount, 2), 'standard', COUNTS),
      row('Ne', shortNumber(counted.cottonCount, 2), 'standard', COUNTS),
      row(
        'Diameter',
        `${lengthText(diameter.value, 2)} as ${construction.name.toLowerCase()}`,
        diameter.standing,
        diameter.source,
      ),
    ].filter((one) => one !== null);
  }
}

function needleRows({
  needle: { system, size, point },
}: Extract<LabelReading, { kind: 'needle' }>): readonly Row[] {
  const families = system?.pointFamilies.join(' and ');
  return [
    row('Also called', system?.equivalents.join(', ') || null, 'practice', 'equivalents of one shape'),
    row(
      'Shank',
      system && `${system.shank}${shankMm(system)}`,
      system?.standing ?? 'practice',
      'measure and confirm',
    ),
    row('For', system?.usedOn, 'practice', 'common practice'),
    row('Made with', families && `${families} points`, 'practice', 'common practice'),
    row(
      'Blade',
      size && `${lengthText(bladeDiameterMm(size.nm), 2)}, above the scarf`,
      'practice',
      'NM is the blade in hundredths of a millimetre',
    ),
    row('Number size', size?.number, 'practice', 'pairs printed on packs'),
    row('Point', point && `${point.name}: ${point.look}`, 'practice', 'common practice'),
  ].filter((one) => one !== null);
}

const shankMm = ({
  shankDiameterMm,
}: {
  readonly shankDiameterMm: { readonly value: number } | null;
}): string => (shankDiameterMm ? `, ${lengthText(shankDiameterMm.value)}` : '');

function row(
  name: string,
  value: string | number | null | undefined,
  standing: Standing,
  source: string,
): Row | null {
  return value === null || value === undefined || value === ''
    ? null
    : { name, value: String(value), standing, source };
}
