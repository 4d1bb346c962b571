import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { RoundSheet } from '@gantelet/contracts';
import { needleText } from '../../shared/words/changeover-words';
import { dayText } from '../../shared/words/rounds-words';

/** Rounds on paper, each on pages of its own, with a box to tick for every change. */
@Component({
  selector: 'gan-round-paper',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@for (sheet of sheets(); track sheet.personId + sheet.startsAt) {
    <section>
      <h1>{{ sheet.personName }}, {{ day(sheet.day) }}, {{ sheet.shiftName }}</h1>
      <p>
        Power off. Wait until the motor has stopped: a clutch motor coasts, a servo can jump. Old needles go
        into the sharps box. Local rules on lock-out come before this list.
      </p>
      <table>
        <thead>
          <tr>
            <th scope="col">Done</th>
            <th scope="col">Machine</th>
            <th scope="col">Zone</th>
            <th scope="col">Needle</th>
            <th scope="col">Minutes</th>
            <th scope="col">Why not, or what was found</th>
          </tr>
        </thead>
        <tbody>
          @for (task of sheet.tasks; track task.machineId) {
            <tr>
              <td><span class="box"></span></td>
              <th scope="row">{{ task.machineName }}</th>
              <td>{{ task.zoneName }}</td>
              <td>{{ needleText(task.needle) }}</td>
              <td>{{ task.minutes }}</td>
              <td class="room"></td>
            </tr>
          }
        </tbody>
      </table>
    </section>
  }`,
  styles: `
    :host {
      display: none;
    }
    @media print {
      :host {
        display: block;
      }
    }
    section {
      break-after: page;
    }
    section:last-child {
      break-after: auto;
    }
    h1 {
      font-size: 1.5rem;
    }
    table {
      width: 100%;
      border-collapse: collapse;
    }
    tr {
      break-inside: avoid;
    }
    th,
    td {
      padding: 6px 8px 6px 0;
      text-align: start;
      border-bottom: 1px solid #000;
    }
    .room {
      width: 28%;
    }
    .box {
      display: inline-block;
      width: 18px;
      height: 18px;
      border: 1.5px solid #000;
    }
  `,
})
export class RoundPaperComponent {
  readonly sheets = input.required<readonly RoundSheet[]>();
  protected readonly needleText = needleText;
  protected readonly day = dayText;
}
