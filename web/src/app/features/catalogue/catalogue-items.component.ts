import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import {
  BONDED_TRADE_SIZES,
  MATERIALS,
  NEEDLE_FINISHES,
  NEEDLE_SIZES,
  NEEDLE_SYSTEMS,
  POINT_STYLES,
  THREAD_CONSTRUCTIONS,
  threadEquivalents,
  TEX_TICKETS,
  type Standing,
} from '@gantelet/core';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { fixedNumber } from '../../shared/locale';

export const ITEM_LISTS = [
  'needle systems and names',
  'needle sizes',
  'points and letters',
  'finishes',
  'thread sizes',
  'kinds of thread',
  'kinds of material',
] as const;
export type ItemList = (typeof ITEM_LISTS)[number];

interface ItemTable {
  readonly heads: readonly string[];
  readonly rows: readonly {
    readonly cells: readonly string[];
    readonly standing: Standing;
    readonly source: string;
  }[];
}

/** The items of the catalogue: their designations, and what each is for. */
@Component({
  selector: 'gan-catalogue-items',
  imports: [StandingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<table>
    <caption class="visually-hidden">
      {{
        list()
      }}
    </caption>
    <thead>
      <tr>
        @for (head of table().heads; track head) {
          <th scope="col">{{ head }}</th>
        }
        <th scope="col">Source</th>
      </tr>
    </thead>
    <tbody>
      @for (row of table().rows; track $index) {
        <tr>
          @for (cell of row.cells; track $index; let first = $first) {
            @if (first) {
              <th scope="row">{{ cell }}</th>
            } @else {
              <td>{{ cell }}</td>
            }
          }
          <td><gan-standing [standing]="row.standing" [source]="row.source" /></td>
        </tr>
      }
    </tbody>
  </table>`,
  styleUrl: './catalogue.page.scss',
  styles: `
    tbody th {
      width: auto;
      font: 600 1.0625rem var(--narrow);
    }
  `,
})
export class CatalogueItemsComponent {
  readonly list = input.required<ItemList>();
  protected readonly table = computed(() => TABLES[this.list()]);
}

const practice = (...cells: readonly string[]) => ({ cells, standing: 'practice' as const, source: '' });

const TABLES: Readonly<Record<ItemList, ItemTable>> = {
  'needle systems and names': {
    heads: ['System', 'Also called', 'Shank', 'Points', 'Sizes', 'For'],
    rows: NEEDLE_SYSTEMS.map((one) => ({
      cells: [
        one.id,
        one.equivalents.join(', '),
        one.shank,
        one.pointFamilies.join(' and '),
        `NM ${one.sizesNm.value[0]} to ${one.sizesNm.value[1]}`,
        one.usedOn,
      ],
      standing: one.standing,
      source: `equivalents of one shape; ${one.sizesNm.source}`,
    })),
  },
  'needle sizes': {
    heads: ['Metric, NM', 'Number', 'Blade'],
    rows: NEEDLE_SIZES.map(({ nm, number }) =>
      practice(`NM ${nm}`, String(number), `${fixedNumber(nm / 100, 2)} mm`),
    ),
  },
  'points and letters': {
    heads: ['Point', 'Letters', 'Family', 'Cut to the seam', 'What it leaves'],
    rows: POINT_STYLES.map(({ name, letters, family, cutAngleDeg, look }) =>
      practice(name, letters, family, cutText(cutAngleDeg), look),
    ),
  },
  finishes: {
    heads: ['Finish', 'What it does'],
    rows: NEEDLE_FINISHES.map(({ name, does, standing }) => ({ cells: [name, does], standing, source: '' })),
  },
  'thread sizes': {
    heads: ['Nominal', 'Trade size', 'Ticket', 'Letter', 'Denier'],
    rows: TEX_TICKETS.map((tex) => {
      const { ticket, letter, denier } = threadEquivalents(tex);
      const trade = BONDED_TRADE_SIZES.find(({ nominalTex }) => nominalTex === tex);
      return {
        cells: [
          `Tex ${tex}`,
          trade ? String(trade.size) : '',
          ticket ? String(ticket) : '',
          letter ?? '',
          String(denier),
        ],
        standing: 'memory' as const,
        source: 'series of ASTM D3823 and letters of A-A-59826 from memory, unverified; trade sizes fitted',
      };
    }),
  },
  'kinds of thread': {
    heads: ['Thread', 'Sizes sold, Tex', 'On a machine'],
    rows: THREAD_CONSTRUCTIONS.map(({ name, soldTex, unfit }) => ({
      cells: [name, soldTex.join(' '), unfit === null ? 'yes' : `no: ${unfit}`],
      standing: unfit === null ? ('memory' as const) : ('practice' as const),
      source: unfit === null ? 'sizes commonly sold, from memory' : '',
    })),
  },
  'kinds of material': {
    heads: ['Material', 'Kind', 'Hardness', 'One ply', 'Abrasive, coated or dry'],
    rows: MATERIALS.map(({ name, kind, hardness, typicalThicknessMm, abrasive, standing }) => ({
      cells: [name, kind, hardness, `${typicalThicknessMm} mm`, abrasive ? 'yes' : 'no'],
      standing,
      source: 'typical thickness: measure your own',
    })),
  },
};

function cutText(angle: (typeof POINT_STYLES)[number]['cutAngleDeg']): string {
  if (angle === null) return 'none: parts the material';
  if (angle === 'both') return 'along and across';
  if (angle === 'three') return 'three edges';
  return `${Math.abs(angle)}°${angle < 0 ? ' the other way' : ''}`;
}
