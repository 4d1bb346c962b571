import {
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  inject,
  input,
  signal,
  ViewEncapsulation,
} from '@angular/core';
import { saveDrawing } from '../drawings/drawing.component';
import { saveFile } from '../save-file';
import { cellText, tableCsv, type ChartTable } from './chart-table';

/** A frame around a chart: its content in words, its numbers as a table or a file, and the chart as an SVG file. */
@Component({
  selector: 'gan-chart-frame',
  changeDetection: ChangeDetectionStrategy.OnPush,
  // D3 draws the axes, and its elements carry no component marker.
  encapsulation: ViewEncapsulation.None,
  template: `<figure class="chart">
    <ng-content />
    <figcaption class="visually-hidden">{{ text() }}</figcaption>
    @if (note()) {
      <p class="chart-note">{{ note() }}</p>
    }
    <div class="chart-actions">
      <button
        type="button"
        class="plain-button"
        [attr.aria-expanded]="isTableShown()"
        [attr.aria-label]="'Table: ' + name()"
        (click)="isTableShown.set(!isTableShown())"
      >
        Table
      </button>
      <button
        type="button"
        class="plain-button"
        [attr.aria-label]="'Save as CSV: ' + name()"
        (click)="saveTable()"
      >
        <i class="bi bi-download" aria-hidden="true"></i> CSV
      </button>
      <button
        type="button"
        class="plain-button"
        [attr.aria-label]="'Save as SVG: ' + name()"
        (click)="saveChart()"
      >
        <i class="bi bi-download" aria-hidden="true"></i> SVG
      </button>
    </div>
    @if (isTableShown()) {
      <div class="chart-table" tabindex="0" role="group" [attr.aria-label]="'Numbers of ' + name()">
        <table>
          <thead>
            <tr>
              @for (heading of table().headings; track $index) {
                <th scope="col">{{ heading }}</th>
              }
            </tr>
          </thead>
          <tbody>
            @for (row of table().rows; track $index) {
              <tr>
                @for (cell of row; track $index) {
                  <td>{{ cellText(cell) }}</td>
                }
              </tr>
            }
          </tbody>
        </table>
      </div>
    }
  </figure>`,
  styles: `
    .chart {
      margin: 0;
    }
    .chart > svg {
      width: 100%;
    }
    .chart-axis path,
    .chart-axis line {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.5;
    }
    .chart-note {
      margin: 0;
      font-size: 0.875rem;
      color: var(--ink-soft);
    }
    .chart-actions {
      display: flex;
      justify-content: flex-end;
      gap: 4px;
    }
    .chart-actions button {
      font: 500 0.8125rem var(--narrow);
      color: var(--ink-soft);
      padding: 6px;
      min-height: 32px;
    }
    .chart-table {
      max-height: 320px;
      overflow: auto;
    }
    @media (max-width: 700px) {
      .chart-actions button {
        min-height: 44px;
        min-width: 44px;
      }
    }
    @media print {
      .chart-actions {
        display: none;
      }
    }
  `,
})
export class ChartFrameComponent {
  /** Name of the saved files, without extension. */
  readonly name = input.required<string>();
  /** What the chart shows, in words. */
  readonly text = input.required<string>();
  readonly table = input.required<ChartTable>();
  /** Legend: what its marks and lines are. */
  readonly note = input('');
  protected readonly isTableShown = signal(false);
  protected readonly cellText = cellText;
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);

  protected saveTable(): void {
    saveFile(`${this.name()}.csv`, tableCsv(this.table()), 'text/csv');
  }

  protected saveChart(): void {
    saveDrawing(this.host.nativeElement, this.name());
  }
}
