import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { catalogueValue } from '@gantelet/core';
import type { ShopValueEntry, ShopValueInput } from '@gantelet/contracts';
import { catalogueActions, catalogueFeature } from './catalogue.state';
import { ValueSheetComponent } from './value-sheet.component';

const PLATE = catalogueValue('changeover.plate')!;
const entry = (id: string, value: number | null): ShopValueEntry => ({
  id,
  valueId: PLATE.id,
  value,
  standing: 'measured',
  note: 'timed',
  setAt: '2026-03-04T10:00:00.000Z',
  setBy: 'Test mechanic',
});

describe('the sheet of a value', () => {
  async function opened(history: readonly ShopValueEntry[]) {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const fixture = TestBed.createComponent(ValueSheetComponent);
    const said: ShopValueInput[] = [];
    fixture.componentInstance.said.subscribe((input) => said.push(input));
    const inputs = { value: PLATE, history, mayEdit: true, busy: false };
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    const type = async (text: string) => {
      const field = page.querySelector('input')!;
      field.value = text;
      field.dispatchEvent(new Event('input'));
      field.dispatchEvent(new Event('change'));
      await fixture.whenStable();
    };
    const press = (name: string) =>
      [...page.querySelectorAll('button')].find((one) => one.textContent?.trim() === name)?.click();
    return { page, said, type, press };
  }

  it('sets a measured value beside the default, replacing nothing', async () => {
    const { said, type, press } = await opened([]);
    await type('7,5');
    press('Measured here');
    expect(said).toEqual([{ valueId: PLATE.id, value: 7.5, standing: 'measured', note: '', replaces: null }]);
  });

  it('confirms the shipped value, and restores it from an own one', async () => {
    const fresh = await opened([]);
    fresh.press('Accept the default');
    expect(fresh.said[0]).toEqual(
      jasmine.objectContaining({ value: 6, standing: 'measured', note: 'confirmed' }),
    );
    TestBed.resetTestingModule();
    const own = await opened([entry('a', 8), entry('b', 6.5)]);
    own.press('Restore the default');
    expect(own.said[0]).toEqual(jasmine.objectContaining({ value: null, replaces: 'b' }));
    expect(own.page.querySelectorAll('li').length).toBe(2);
  });

  it('sends nothing that the catalogue does not allow', async () => {
    const { page, said, type, press } = await opened([]);
    await type('900');
    press('Measured here');
    expect(said).toEqual([]);
    expect(page.querySelector('.field-problem')?.textContent).toContain('Allowed: 0 to 120 min');
  });
});

describe('the state of the catalogue', () => {
  const reduce = catalogueFeature.reducer;

  it('gives calculations the last entry of each value, and the default once it is restored', () => {
    const start = reduce(undefined, catalogueActions.historyRead({ history: [entry('a', 8)] }));
    const values = (state: typeof start) => catalogueFeature.selectValues.projector(state.history);
    expect(values(start)['changeover.plate']).toEqual({
      value: 8,
      standing: 'measured',
      source: 'measured by Test mechanic, 2026-03-04: timed',
    });
    const back = reduce(start, catalogueActions.valueSet({ entry: entry('b', null) }));
    expect(values(back)['changeover.plate'].value).toBe(6);
  });
});
