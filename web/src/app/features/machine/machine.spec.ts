import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { provideState, provideStore, Store } from '@ngrx/store';
import { newId } from '@gantelet/contracts';
import { MACHINE, SESSION } from '../../testing/examples';
import { shopActions, shopFeature } from '../shop/shop.state';
import { emptyEntry, copyOf, entryOf, fieldWords, machineFields } from './machine-form';
import { MachinePage } from './machine.page';
import { machineActions, machineFeature } from './machine.state';

describe('the form of a machine', () => {
  it('starts a new one at the next free number', () => {
    const entry = emptyEntry([MACHINE], [MACHINE.zone]);
    expect([entry.shopNumber, entry.zoneId]).toEqual([8, MACHINE.zone.id]);
    expect([...fieldWords(machineFields(entry), null).keys()]).toEqual(['name']);
  });

  it("has a machine's values as read, and finds nothing wrong with them", () => {
    expect(machineFields(entryOf(MACHINE)).getRawValue()).toEqual(entryOf(MACHINE));
    expect(fieldWords(machineFields(entryOf(MACHINE)), null).size).toBe(0);
  });

  it('reports what is invalid, and what the server said', () => {
    const entry = { ...entryOf(MACHINE), plateHoleMm: 0, shank: 'flat' as const };
    expect([...fieldWords(machineFields(entry), null).keys()].sort()).toEqual(['plateHoleMm', 'shank']);
    const problem = {
      type: 'x',
      title: 'Taken',
      status: 409,
      code: 'machine.number-taken',
      fields: [{ path: 'body.shopNumber', message: 'a number no other machine has' }],
    } as const;
    const words = fieldWords(machineFields(entryOf(MACHINE)), { ...problem, fields: [...problem.fields] });
    expect(words.get('shopNumber')).toBe('a number no other machine has');
  });
});

describe('the page of a machine', () => {
  async function opened(machineId: string) {
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideRouter([]),
        provideStore(),
        provideState(shopFeature),
        provideState(machineFeature),
      ],
    });
    const store = TestBed.inject(Store);
    store.dispatch(shopActions.sessionRead({ session: SESSION }));
    store.dispatch(machineActions.listsRead({ machines: [MACHINE], zones: [MACHINE.zone] }));
    const fixture = TestBed.createComponent(MachinePage);
    fixture.componentRef.setInput('machineId', machineId);
    await fixture.whenStable();
    return { fixture, store, page: fixture.nativeElement as HTMLElement };
  }
  const button = (page: HTMLElement, name: string) =>
    [...page.querySelectorAll('button')].find((one) => one.textContent?.trim() === name)!;

  it('copies a machine to a new one, without its number, name and measurements', async () => {
    const { fixture, page } = await opened('new');
    fixture.componentRef.setInput('like', MACHINE.id);
    await fixture.whenStable();
    const systems = [...page.querySelectorAll('.system')].map((one) => one.textContent?.trim());
    expect(systems).toEqual(['135x17', '135x16']);
    const copy = copyOf(MACHINE, [MACHINE]);
    expect([copy.shopNumber, copy.name, copy.stitchDial]).toEqual([MACHINE.shopNumber + 1, '', []]);
    expect(copy.plates).toEqual(MACHINE.plates);
  });

  it('says how the needle faces for the hook side', async () => {
    const { page } = await opened(MACHINE.id);
    expect(page.querySelector('.reason')?.textContent).toContain('the scarf faces left, the long groove');
  });

  it('accepts a system under any designation, and lists the known ones for an unknown one', async () => {
    const { fixture, page } = await opened(MACHINE.id);
    const field = page.querySelector<HTMLInputElement>('.add-system input')!;
    field.value = '2134-35';
    button(page, 'Add system').click();
    field.value = '999x9';
    button(page, 'Add system').click();
    await fixture.whenStable();
    const systems = [...page.querySelectorAll('.system')].map((one) => one.textContent?.trim());
    expect(systems).toEqual(['135x17', '135x16', '134-35']);
    expect(page.querySelector('[role=alert]')?.textContent).toContain(
      'Unknown system "999x9". Systems in the catalogue: ',
    );
  });

  it('includes a system that was typed and not added yet, and says so if it is unknown', async () => {
    const { fixture, page, store } = await opened(MACHINE.id);
    const saved = spyOn(store, 'dispatch');
    const field = page.querySelector<HTMLInputElement>('.add-system input')!;
    field.value = '999x9';
    const keep = (): void => button(page, 'Save changes').click();
    keep();
    await fixture.whenStable();
    expect(saved).not.toHaveBeenCalled();
    expect(page.querySelector('[role=alert]')?.textContent).toContain('Unknown system "999x9"');
    field.value = '134-35';
    keep();
    const action = saved.calls.mostRecent().args[0] as unknown as ReturnType<typeof machineActions.save>;
    expect(action.entry.systemIds).toEqual(['135x17', '135x16', '134-35']);
  });

  it('does not treat untaken dial readings as measured, nor one number as another', async () => {
    const { fixture, page } = await opened(MACHINE.id);
    const measured = () => page.textContent?.includes('Here a mark is about');
    const before = measured();
    button(page, 'Add a reading').click();
    await fixture.whenStable();
    expect([measured(), button(page, 'Save changes').disabled]).toEqual([before, true]);
    const hole = page.querySelector<HTMLInputElement>('.row input')!;
    hole.value = '2,8 furlongs';
    hole.dispatchEvent(new Event('change'));
    await fixture.whenStable();
    expect([hole.value, button(page, 'Save changes').disabled]).toEqual(['2,8 furlongs', true]);
  });

  it('keeps the plate on the machine among its plates', async () => {
    const { fixture, page, store } = await opened(MACHINE.id);
    const saved = spyOn(store, 'dispatch');
    const hole = page.querySelector<HTMLInputElement>('.row input')!;
    hole.value = '3,1';
    hole.dispatchEvent(new Event('change'));
    await fixture.whenStable();
    button(page, 'Save changes').click();
    const action = saved.calls.mostRecent().args[0] as unknown as ReturnType<typeof machineActions.save>;
    expect([action.entry.plates[0]?.holeMm, action.entry.plateHoleMm]).toEqual([3.1, 3.1]);
  });

  it('loses nothing typed when the lists are read again, and shows what another person saved', async () => {
    for (const id of ['new', MACHINE.id]) {
      TestBed.resetTestingModule();
      const { fixture, page, store } = await opened(id);
      const name = () => page.querySelector<HTMLInputElement>('input[maxlength="80"]')!;
      name().value = 'Typed';
      name().dispatchEvent(new Event('input'));
      await fixture.whenStable();
      const read = (machine: typeof MACHINE) =>
        store.dispatch(machineActions.listsRead({ machines: [machine], zones: [{ ...MACHINE.zone }] }));
      read({ ...MACHINE });
      await fixture.whenStable();
      expect(name().value).withContext(id).toBe('Typed');
      read({ ...MACHINE, name: 'Of another person', version: MACHINE.version + 1 });
      await fixture.whenStable();
      expect(name().value).toBe(id === 'new' ? 'Typed' : 'Of another person');
    }
  });

  it('retires the machine once, whatever is typed meanwhile', async () => {
    const { page, store } = await opened(MACHINE.id);
    const saved = spyOn(store, 'dispatch');
    button(page, `Retire ${MACHINE.name}`).click();
    button(page, `Retire ${MACHINE.name}`).click();
    const retired = saved.calls.allArgs().map(([action]) => action as unknown);
    expect(retired).toEqual([retired[0], retired[0]]);
    expect(retired[0]).toEqual(
      jasmine.objectContaining({ type: machineActions.retire.type, machine: MACHINE, retired: true }),
    );
  });
});

describe('the list of machines', () => {
  it('removes a retired machine, and returns it to its place', () => {
    const before = MACHINE;
    const other = { ...MACHINE, id: newId(), shopNumber: 99 };
    const read = machineActions.listsRead({ machines: [before, other], zones: [] });
    const reduce = machineFeature.reducer;
    const start = reduce(undefined, read);
    const retired = reduce(start, machineActions.retirementSaved({ machine: before, retired: true }));
    const listed = (machine: typeof start) => machineFeature.selectMachines({ machine });
    expect([listed(retired), retired.done]).toEqual([[other], `${before.name} retired.`]);
    const back = reduce(retired, machineActions.retirementSaved({ machine: before, retired: false }));
    expect(listed(back)).toEqual([before, other]);
  });
});
