import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { FloorZone, ZonePlan } from '@gantelet/contracts';
import { floorMachine, floorZone } from '../../testing/examples';
import { ZonePlanComponent } from './zone-plan.component';

describe('arranging the plan of a zone', () => {
  const machines = [floorMachine('Compound 07', 6), floorMachine('Compound 08', 1)];

  async function arrange() {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const fixture = TestBed.createComponent(ZonePlanComponent);
    const show = async (zone: FloorZone) => {
      fixture.componentRef.setInput('zone', zone);
      fixture.componentRef.setInput('mayArrange', true);
      fixture.componentRef.setInput('busy', false);
      await fixture.whenStable();
    };
    await show(floorZone(machines));
    const host = fixture.nativeElement as HTMLElement;
    const button = (text: string) =>
      [...host.querySelectorAll('button')].find((one) => one.textContent?.includes(text));
    button('Arrange')!.click();
    await fixture.whenStable();
    host.querySelector('.machine')!.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown' }));
    await fixture.whenStable();
    const kept: ZonePlan[] = [];
    fixture.componentInstance.arranged.subscribe((plan) => kept.push(plan));
    return { show, button, kept };
  }

  it('keeps the draft while the floor is read again', async () => {
    const { show, button, kept } = await arrange();
    await show(floorZone(machines.map((machine) => ({ ...machine }))));
    button('Save this plan')?.click();
    expect(kept[0]?.places[0]).toEqual({ machineId: machines[0]!.id, column: 0, row: 1 });
  });

  it('gives up the draft if somebody else saved another plan', async () => {
    const { show, button } = await arrange();
    await show({ ...floorZone(machines), planVersion: 2 });
    expect(button('Save this plan')).toBeUndefined();
  });
});
