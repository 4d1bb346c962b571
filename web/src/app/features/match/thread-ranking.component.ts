import { ChangeDetectionStrategy, Component, inject, input, output } from '@angular/core';
import type { NeedleCandidate, ThreadAnswer, ThreadRanking, ThreadUse } from '@gantelet/core';
import { Preferences } from '../../shared/preferences';
import { SignalMarkComponent } from '../../shared/widgets/signal-mark.component';
import { StandingComponent } from '../../shared/widgets/standing.component';
import { BAND_WORDS, harmText, USE_WORDS } from '../../shared/words/match-words';
import { shortNumber } from '../../shared/locale';
import { needleSizeText } from '../../shared/words/units-text';
import { CountPipe } from '../../shared/widgets/locale.pipes';

/** Threads for the stack, each with the needle that suits it best. */
@Component({
  selector: 'gan-thread-ranking',
  imports: [CountPipe, SignalMarkComponent, StandingComponent],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@if (ranking().ranked[0]; as best) {
      <h1>
        @if (harm(best); as harm) {
          No thread suits this stack here&ngsp;
          <span class="line"
            >Nearest: Tex {{ best.thread.tex }} with {{ size(best.needle) }}, {{ harm }}</span
          >
        } @else {
          Tex {{ best.thread.tex }}
          <span class="second">{{ best.construction.name.toLowerCase() }}</span>&ngsp;
          <span class="line">with {{ size(best.needle) }}, {{ best.needle.point.name }}</span>
        }
      </h1>
      <hr class="stitch" />
      <p>
        This stack is usually sewn with Tex {{ ranking().range.lowTex }} to {{ ranking().range.highTex }}.
        <gan-standing standing="practice" source="common practice by leather weight; cloth counts less" />
        For {{ useWords[use()] }}. Preference: {{ school() }}. Compared
        {{ ranking().weighed | count }} needle-thread pairs.
      </p>
      <table>
        <caption class="visually-hidden">
          Threads for this stack, best first
        </caption>
        <thead>
          <tr>
            <th scope="col">Thread</th>
            <th scope="col">Needle</th>
            <th scope="col">
              Eye <gan-standing standing="fitted" source="bands fitted to judgements of common practice" />
            </th>
            <th scope="col">For this stack</th>
            <td></td>
          </tr>
        </thead>
        <tbody>
          @for (row of ranking().ranked; track $index) {
            <tr>
              <th scope="row">
                Tex {{ row.thread.tex }} <small>{{ row.construction.name }}</small>
              </th>
              <td>
                {{ size(row.needle) }} <small>{{ row.needle.point.name }}, {{ row.needle.system.id }}</small>
              </td>
              <td>{{ bandWords[row.needle.fit.band] }}</td>
              <td>
                <gan-signal [shape]="signal(row)" />
                {{ verdict(row) }}
              </td>
              <td>
                <button type="button" class="button small" (click)="taken.emit(row)">
                  {{ harm(row) ? 'See why' : 'Use this thread' }}
                </button>
              </td>
            </tr>
          }
        </tbody>
      </table>
    } @else {
      <h1>No thread fits here</h1>
      <hr class="stitch" />
      <p>
        No needle this machine takes will pass a thread within its limits. Check plate, systems and limits.
      </p>
    }`,
  styleUrl: './ranking-table.scss',
})
export class ThreadRankingComponent {
  readonly ranking = input.required<ThreadRanking>();
  readonly use = input.required<ThreadUse>();
  /** The school that the answer follows, in words. */
  readonly school = input.required<string>();
  readonly taken = output<ThreadAnswer>();
  private readonly preferences = inject(Preferences);

  protected readonly bandWords = BAND_WORDS;
  protected readonly useWords = USE_WORDS;

  protected size(needle: NeedleCandidate): string {
    const { first, second } = needleSizeText(needle.size.nm, this.preferences.unitOrder());
    return `${first} / ${second}`;
  }

  protected harm({ needle }: ThreadAnswer): string | null {
    return harmText(needle);
  }

  protected signal({ stepsOff, kindSuits, needle }: ThreadAnswer): 'good' | 'watch' | 'act' {
    if (needle.act) return 'act';
    return stepsOff === 0 && kindSuits >= 0.7 ? 'good' : 'watch';
  }

  protected verdict(row: ThreadAnswer): string {
    const { stepsOff, kindSuits } = row;
    const harm = this.harm(row);
    if (harm) return harm;
    const size = stepsOff === 0 ? 'usual size' : `${shortNumber(stepsOff)} steps off`;
    return kindSuits >= 0.7 ? size : `${size}, weak kind for the use`;
  }
}
