import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { NeedleLot } from '@gantelet/contracts';
import { floorMachine, needleLot, PART_USED } from '../../testing/examples';
import { ChangeSheetComponent, type ChangeSaid } from './change-sheet.component';

describe('the change sheet', () => {
  async function open(machine = floorMachine('Compound 07', 6), mayClear = true) {
    TestBed.configureTestingModule({
      providers: [provideZonelessChangeDetection(), provideRouter([])],
    });
    const fixture = TestBed.createComponent(ChangeSheetComponent);
    fixture.componentRef.setInput('machine', machine);
    fixture.componentRef.setInput('mayClear', mayClear);
    fixture.componentRef.setInput('busy', false);
    const said: ChangeSaid[] = [];
    fixture.componentInstance.said.subscribe((one) => said.push(one));
    await fixture.whenStable();
    const host = fixture.nativeElement as HTMLElement;
    const button = (text: string) =>
      [...host.querySelectorAll('button')].find((one) => one.textContent?.includes(text));
    return { fixture, host, said, button };
  }

  it('says to cut the power before anything else', async () => {
    const { host } = await open();
    expect(host.firstElementChild?.textContent).toContain('Power off. Wait until the motor has stopped.');
  });

  it('logs the same needle again in one tap', async () => {
    const { said, button } = await open();
    button('Planned change')?.click();
    expect(said).toEqual([
      {
        cause: 'scheduled',
        fragments: 'whole',
        needle: { systemId: '135x16', nm: 140, pointId: 'right-twist', finishId: 'chromed' },
        lotId: null,
        keptInPocket: null,
        partUsed: null,
      },
    ]);
  });

  it('keeps a needle that comes out for other work in the lowest empty pocket, and suggests it again', async () => {
    const { fixture, host, said, button } = await open();
    const { needle: choice } = PART_USED;
    fixture.componentRef.setInput('kept', [
      PART_USED,
      { ...PART_USED, id: 'b', pocket: 2, runningHours: 7.9 },
      { ...PART_USED, id: 'c', pocket: 4, needle: { ...choice, nm: 120 } },
    ]);
    await fixture.whenStable();
    const choices = [...host.querySelectorAll('.choices label')];
    expect(choices.map((one) => one.textContent?.trim())).toEqual([
      'A new needle',
      'Pocket 1: 2.0 h in Strap',
    ]);
    choices[1]!.querySelector('input')!.click();
    await fixture.whenStable();
    button('keep needle in pocket 3')?.click();
    expect(said[0]).toEqual(jasmine.objectContaining({ keptInPocket: 3, partUsed: PART_USED, lotId: null }));
  });

  it('keeps the choices while the floor is read again, and resets them for another needle', async () => {
    const machine = floorMachine('Compound 07', 6);
    const { fixture, host, said, button } = await open(machine);
    const system = host.querySelector('select')!;
    system.value = '135x17';
    system.dispatchEvent(new Event('change'));
    fixture.componentRef.setInput('machine', { ...machine, needle: { ...machine.needle! } });
    await fixture.whenStable();
    button('Planned change')?.click();
    fixture.componentRef.setInput('machine', {
      ...machine,
      needle: { ...machine.needle!, installId: PART_USED.id },
    });
    await fixture.whenStable();
    button('Planned change')?.click();
    expect(said.map(({ needle }) => needle.systemId)).toEqual(['135x17', '135x16']);
  });

  it('uses the newest lot of the kind by default', async () => {
    const { fixture, host, said, button } = await open();
    const { needle } = PART_USED;
    const lot = (code: string, change: Partial<NeedleLot> = {}) => needleLot(code, { needle, ...change });
    const lots = [
      lot('other', { needle: { ...needle, nm: 120 } }),
      lot('bad', { state: 'quarantined' }),
      lot('came today', { state: 'to-check' }),
      lot('new', { state: 'accepted' }),
      lot('old'),
    ];
    fixture.componentRef.setInput('lots', lots);
    await fixture.whenStable();
    button('Planned change')?.click();
    const choice = host.querySelector<HTMLSelectElement>('gan-needle-source select')!;
    const codes = [...choice.options].map(({ textContent }) => textContent?.trim().split(',')[0]);
    expect(codes).withContext('none that is kept out').toEqual(['new', 'old', 'came today', 'not known']);
    choice.value = '';
    choice.dispatchEvent(new Event('change'));
    button('Planned change')?.click();
    expect(said.map(({ lotId }) => lotId)).toEqual([lots[3]!.id, null]);
  });

  it('offers only points and sizes that the chosen system comes in', async () => {
    const { fixture, host, said, button } = await open();
    const system = host.querySelector('select')!;
    system.value = '135x17';
    system.dispatchEvent(new Event('change'));
    await fixture.whenStable();
    button('Changing job')?.click();
    expect(said[0]?.needle).toEqual({ systemId: '135x17', nm: 140, pointId: 'round', finishId: 'chromed' });
  });

  const stop = { id: floorMachine('x', 1).id, at: '2026-03-04T10:00:00.000Z', personName: 'Test operator' };

  it('requires the burr check before a stopped machine can be cleared', async () => {
    const { fixture, host, button } = await open(floorMachine('Compound 07', 1, { stops: [stop] }));
    expect(button('Every piece found')?.disabled).toBeTrue();
    host.querySelector<HTMLInputElement>('gan-safety-stop input')!.click();
    await fixture.whenStable();
    expect(button('Every piece found')?.disabled).toBeFalse();
  });

  it('clears one of several missing pieces separately', async () => {
    const other = { ...stop, id: floorMachine('y', 2).id };
    const { fixture, host } = await open(floorMachine('Compound 07', 1, { stops: [stop, other] }));
    const cleared: unknown[] = [];
    fixture.componentInstance.cleared.subscribe((one) => cleared.push(one));
    const second = host.querySelectorAll('gan-safety-stop')[1]!;
    second.querySelector('input')!.click();
    await fixture.whenStable();
    [...second.querySelectorAll('button')].at(-1)!.click();
    expect(cleared).toEqual([{ stopId: other.id, finding: 'none-missing', burrsChecked: true }]);
    expect(host.querySelector<HTMLButtonElement>('gan-safety-stop button')?.disabled).toBeTrue();
  });

  it('accepts no second change in the minute after a missing piece was logged', async () => {
    const at = new Date().toISOString();
    const { needle } = floorMachine('Compound 07', 1);
    const machine = floorMachine('Compound 07', 1, {
      stops: [{ ...stop, at }],
      needle: { ...needle!, installedAt: at },
    });
    const { fixture, host, button, said } = await open(machine);
    button('Broken, piece missing')?.click();
    expect(said).toEqual([]);
    expect(host.textContent).toContain('went in less than a minute ago');
    fixture.componentRef.setInput('machine', floorMachine('Compound 07', 1, { stops: [stop] }));
    await fixture.whenStable();
    expect(button('Broken, piece missing')?.disabled).toBeFalse();
  });

  it('does not let an operator clear', async () => {
    const { host, button } = await open(floorMachine('Compound 07', 1, { stops: [stop] }), false);
    expect(button('Every piece found')).toBeUndefined();
    expect(host.textContent).toContain('Only a mechanic can clear this machine.');
  });

  const reports = [
    {
      id: floorMachine('x', 1).id,
      trouble: 'broken-needle' as const,
      reportedAt: '2026-03-04T10:00:00.000Z',
      reportedBy: 'Test operator',
    },
  ];

  it('shows what a report calls for, fragments first after a break', async () => {
    const { host } = await open(floorMachine('Compound 07', 1, { reports }));
    const steps = [...host.querySelectorAll('gan-reported-trouble li')].map((one) => one.textContent);
    expect(steps[0]).toContain('Find and count every piece of the needle');
    expect(steps.length).toBe(3);
  });

  it('lets a mechanic answer a report, and nobody else', async () => {
    const { fixture, button } = await open(floorMachine('Compound 07', 1, { reports }));
    const answered: unknown[] = [];
    fixture.componentInstance.answered.subscribe((one) => answered.push(one));
    button('No fault found')?.click();
    expect(answered).toEqual([{ reportId: reports[0]!.id, finding: 'nothing-found' }]);
    TestBed.resetTestingModule();
    const other = await open(floorMachine('Compound 07', 1, { reports }), false);
    expect(other.button('No fault found')).toBeUndefined();
  });

  it('logs a report in one tap', async () => {
    const { fixture, button } = await open();
    const said: unknown[] = [];
    fixture.componentInstance.reported.subscribe((one) => said.push(one));
    button('makes a clunk')?.click();
    expect(said).toEqual(['clunk']);
  });
});
