import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { FormControl, ReactiveFormsModule, Validators } from '@angular/forms';
import { mount } from '../../testing/mount';
import { shownUnits } from '../preferences';
import { NumberInputDirective } from './number-input.directive';

@Component({
  selector: 'gan-number-examples',
  imports: [NumberInputDirective, ReactiveFormsModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<label
      >Thickness, mm
      <input ganNumber unit="mm" least="0.05" most="30" [number]="thickness()" (numberChange)="take($event)"
    /></label>
    <label>Plies <input ganNumber whole needed least="1" most="20" [formControl]="plies" /></label>`,
})
class ExamplesComponent {
  readonly thickness = signal<number | null>(2);
  readonly taken: (number | null)[] = [];
  readonly plies = new FormControl(3, Validators.required);
  protected take(number: number | null): void {
    this.taken.push(number);
    if (number !== null) this.thickness.set(number);
  }
}

describe('the number field', () => {
  async function open() {
    const mounted = await mount(ExamplesComponent);
    const problems = () => [...mounted.host.querySelectorAll('.field-problem')].map((one) => one.textContent);
    return { ...mounted, ...{ example: mounted.fixture.componentInstance }, problems };
  }

  it('accepts a comma, a point, a fraction and another unit, and leaves the text as typed', async () => {
    const { type, example, field } = await open();
    for (const [text, number] of [
      ['0,75', 0.75],
      ['0.75', 0.75],
      ['1 1/2', 1.5],
      ['1/2 in', 12.7],
    ] as const) {
      await type('Thickness', text);
      expect([example.thickness(), field('Thickness').value]).toEqual([number, text]);
    }
  });

  describe('if inches come first', () => {
    afterEach(() => {
      shownUnits.set('metric');
    });

    it('shows lengths in inches, reads bare numbers as inches and keeps millimetres', async () => {
      const { type, example, field, problems, settled } = await open();
      shownUnits.set('inch');
      await settled();
      expect(field('Thickness').value).toBe('0.079');
      // An inch is 25.4 mm by definition (1959); other units are still understood.
      for (const [text, thicknessMm] of [
        ['0.1', 2.54],
        ['3/64', 1.1906],
        ['3 mm', 3],
      ] as const) {
        await type('Thickness', text);
        expect([example.thickness(), field('Thickness').value]).toEqual([thicknessMm, text]);
      }
      await type('Thickness', '2');
      expect(problems()).toEqual(['Allowed: 0.002 to 1.1811 in.']);
      shownUnits.set('metric');
      await settled();
      expect(field('Thickness').value).toBe('3');
    });
  });

  it('says why it refuses a text, keeps it in sight, and recovers with the next number', async () => {
    const { type, example, field, problems } = await open();
    await type('Thickness', '75 lb');
    expect([problems(), field('Thickness').value, example.taken.at(-1)]).toEqual([
      ['A number in mm.'],
      '75 lb',
      null,
    ]);
    expect(field('Thickness').getAttribute('aria-describedby')).toBeTruthy();
    await type('Thickness', '31');
    expect(problems()).toEqual(['Allowed: 0.05 to 30 mm.']);
    await type('Thickness', 'thick');
    expect(problems()).toEqual(['Not a number. Write 0.75, 0,75 or 3/4.']);
    await type('Thickness', '3');
    expect([problems(), example.thickness()]).toEqual([[], 3]);
  });

  it('accepts a number while it is typed, and reports an incomplete one only when the field is left', async () => {
    const { field, example, problems, fixture } = await open();
    const input = field('Thickness') as HTMLInputElement;
    for (const text of ['0', '0,', '0,5']) {
      input.value = text;
      input.dispatchEvent(new Event('input'));
    }
    await fixture.whenStable();
    expect([example.taken, problems(), input.value]).toEqual([[0.5], [], '0,5']);
  });

  it('shows a number that comes from elsewhere', async () => {
    const { field, example, fixture } = await open();
    example.thickness.set(1 / 3);
    await fixture.whenStable();
    expect(field('Thickness').value).toBe('0.3333');
  });

  it('is a form control that is invalid as long as it says so', async () => {
    const { type, example, field, problems } = await open();
    expect(field('Plies').value).toBe('3');
    await type('Plies', '2,5');
    expect([example.plies.valid, problems()]).toEqual([false, ['Whole numbers only. Allowed: 1 to 20.']]);
    await type('Plies', '');
    expect([example.plies.valid, problems()]).toEqual([false, ['Needed. Allowed: 1 to 20.']]);
    await type('Plies', '4');
    expect([example.plies.valid, example.plies.value, problems()]).toEqual([true, 4, []]);
  });
});
