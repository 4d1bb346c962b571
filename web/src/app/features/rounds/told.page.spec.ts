import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { provideState, provideStore, Store } from '@ngrx/store';
import { newId, type RoundSheet } from '@gantelet/contracts';
import { SETUP } from '../../testing/examples';
import { shopFeature } from '../shop/shop.state';
import { roundsActions, roundsFeature } from './rounds.state';
import { ToldRoundsPage } from './told.page';

describe('the told rounds', () => {
  const personId = newId();

  function sheet(startsAt: string, machineNames: readonly string[]): RoundSheet {
    return {
      personId,
      personName: 'Mek',
      shiftId: newId(),
      shiftName: 'Early',
      day: startsAt.slice(0, 10),
      startsAt,
      endsAt: `${startsAt.slice(0, 10)}T14:00:00.000Z`,
      minutes: 9,
      tasks: machineNames.map((machineName) => ({
        machineId: newId(),
        machineName,
        zoneName: 'Hall',
        needle: SETUP.needle,
        installId: newId(),
        minutes: 4,
        state: 'open',
        skipped: null,
      })),
    };
  }

  it('stay at the shift that was chosen when a change in it is ticked', async () => {
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideRouter([]),
        provideStore(),
        provideState(shopFeature),
        provideState(roundsFeature),
      ],
    });
    const later = sheet('2026-11-27T06:00:00.000Z', ['Post 3', 'Post 4']);
    const sheets = [sheet('2026-11-26T06:00:00.000Z', ['Flat 1']), later];
    const store = TestBed.inject(Store);
    const told = { planId: newId(), toldAt: null, timeZone: 'UTC', sheets, leftOver: [] };
    store.dispatch(roundsActions.toldRead({ told }));
    const fixture = TestBed.createComponent(ToldRoundsPage);
    await fixture.whenStable();
    const host = fixture.nativeElement as HTMLElement;
    const shift = host.querySelectorAll('select')[1]!;
    shift.value = later.startsAt;
    shift.dispatchEvent(new Event('change'));
    const task = { ...later.tasks[0]!, startsAt: later.startsAt };
    store.dispatch(
      roundsActions.ticked({ task, state: 'done', reason: null, waits: false, installId: null }),
    );
    await fixture.whenStable();
    expect(host.querySelector('h1')!.textContent).toContain('1 of 2 to change');
  });
});
