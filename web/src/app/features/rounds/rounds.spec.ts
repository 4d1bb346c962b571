import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { newId } from '@gantelet/contracts';
import { conflictText, noticeText, shiftText } from '../../shared/words/rounds-words';
import { NEEDLE, plannedMachine as machine, roundsPlan as plan, ZONES } from '../../testing/rounds-examples';
import { layPlan } from './rounds-layout';
import { RoundsTableComponent } from './rounds-table.component';
import { RoundsTimelineComponent } from './rounds-timeline.component';
import { roundsActions, roundsFeature } from './rounds.state';

describe('a drawn plan', () => {
  const late = machine('A', 0);
  const young = machine('B', 1, { ageHours: 0, changes: [2, 5], pinned: [5], published: [2] });
  const drawn = layPlan(plan([late, young]), ZONES);

  it('is laid out by zone, with the days above and the visits counted', () => {
    expect(drawn.days.map(({ text }) => text)).toEqual(['Thu 26', 'Fri 27', 'Mon 30']);
    expect(drawn.zones.map(({ name, visits }) => [name, visits.map(({ count }) => count)])).toEqual([
      ['Hall', [1]],
      ['Loft', [1, 1]],
    ]);
    expect(drawn.load.map(({ over }) => over)).toEqual([false, false, false, false, true, false]);
  });

  it('shows when a needle becomes overdue', () => {
    const [row, other] = drawn.rows;
    // Four hours old, best at six: past its best from the third shift on, until the change in the fifth.
    expect(row!.stays.map(({ lateFrom }) => lateFrom)).toEqual([drawn.xOf(3), null]);
    expect(row!.changes[0]!.hours).toBe(8);
    expect(other!.stays.every(({ lateFrom }) => lateFrom === null)).toBeTrue();
    expect(other!.changes.map(({ pinned, published }) => [pinned, published])).toEqual([
      [false, true],
      [true, false],
    ]);
  });

  it('leaves machines without a plan empty', () => {
    const stopped = layPlan(
      plan([machine('C', 0, { unplanned: 'stopped', bestHours: null, changes: [] })]),
      ZONES,
    );
    expect(stopped.rows[0]!.stays).toEqual([]);
  });
});

describe('the timeline', () => {
  async function open(mayMove = true) {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const fixture = TestBed.createComponent(RoundsTimelineComponent);
    const standing = plan([machine('A', 0)]);
    const set = (name: string, value: unknown) => fixture.componentRef.setInput(name, value);
    set('plan', standing);
    set('zones', ZONES);
    set('picked', null);
    set('offers', null);
    set('mayMove', mayMove);
    set('money', (amount: number) => `£${amount.toFixed(2)}`);
    set('words', () => '');
    const said: unknown[] = [];
    const component = fixture.componentInstance;
    component.pick.subscribe((one) => said.push(['pick', one.from]));
    component.move.subscribe((one) => said.push(['move', one.from, one.to]));
    component.pin.subscribe((one) => said.push(['pin', one.shift, one.pinned]));
    component.cancelled.subscribe(() => said.push(['put down']));
    await fixture.whenStable();
    const host = fixture.nativeElement as HTMLElement;
    const press = async (key: string) => {
      host.querySelector('g.change')!.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
      await fixture.whenStable();
    };
    const pickUp = async () => {
      await press('Enter');
      set('picked', { machineId: standing.machines[0]!.id, from: 4 });
      set(
        'offers',
        standing.shifts.map((_, shift) => ({
          shift,
          cost: shift === 4 ? 0 : 1.5,
          conflicts: shift === 5 ? [{ limit: 'closed', machineId: standing.machines[0]!.id, shift }] : [],
        })),
      );
      await fixture.whenStable();
    };
    return { host, press, pickUp, said };
  }

  it('moves a change by keyboard, showing the cost before it is dropped', async () => {
    const { host, press, pickUp, said } = await open();
    await pickUp();
    await press('ArrowLeft');
    expect(host.querySelector('.price')?.textContent).toContain('+£1.50');
    await press('Enter');
    expect(said).toEqual([
      ['pick', 4],
      ['move', 4, 3],
    ]);
  });

  it('says that a move breaks a limit, and cancels an unwanted one', async () => {
    const { host, press, pickUp, said } = await open();
    await pickUp();
    await press('ArrowRight');
    expect(host.querySelector('.price')?.textContent).toContain('breaks a limit');
    await press('Escape');
    expect(said.at(-1)).toEqual(['put down']);
    await press('p');
    expect(said.at(-1)).toEqual(['pin', 4, true]);
  });

  it('lets nobody move without permission', async () => {
    const { press, said } = await open(false);
    await press('Enter');
    await press('p');
    expect(said).toEqual([]);
  });
});

describe('the table of a plan', () => {
  it('offers every other shift with its cost', async () => {
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
    const fixture = TestBed.createComponent(RoundsTableComponent);
    const standing = plan([machine('A', 0)]);
    const inputs = {
      plan: standing,
      zones: ZONES,
      picked: { machineId: standing.machines[0]!.id, from: 4 },
      offers: standing.shifts.map((_, shift) => ({ shift, cost: shift - 4, conflicts: [] })),
      mayMove: true,
      money: (amount: number) => `£${amount.toFixed(2)}`,
    };
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    const moves: unknown[] = [];
    fixture.componentInstance.move.subscribe((move) => moves.push([move.from, move.to]));
    await fixture.whenStable();
    const select = (fixture.nativeElement as HTMLElement).querySelector('select')!;
    expect([...select.options].map(({ text }) => text.trim())).toContain('Thu 26 Nov, Late: −£3.00');
    select.value = 'none';
    select.dispatchEvent(new Event('change'));
    expect(moves).toEqual([[4, null]]);
  });
});

describe('wording of rounds', () => {
  const { shifts } = plan([]);
  it('names a broken limit with the least that would free it', () => {
    expect(shiftText(shifts[0]!)).toBe('Thu 26 Nov, Early');
    const minutes = { limit: 'minutes', shift: 0, machineClasses: null, wanted: 42, allowed: 30.5 } as const;
    expect(conflictText(minutes, shifts, () => '')).toBe(
      'Thu 26 Nov, Early: 42 minutes needed, 31 available. 12 more would be enough.',
    );
    const needles = { limit: 'needles', shift: 1, needle: NEEDLE, wanted: 5, allowed: 3 } as const;
    expect(conflictText(needles, shifts, () => '')).toContain(
      '5 needed by Thu 26 Nov, Late, 3 available. 2 more',
    );
    const closed = { limit: 'closed', shift: 2, machineId: newId() } as const;
    expect(conflictText(closed, shifts, () => 'Post 3')).toContain(
      'Post 3 is not available Fri 27 Nov, Early',
    );
    expect(
      noticeText({ kind: 'runs-out', subject: '', machineId: null, at: '2026-11-30T06:00:00.000Z' }),
    ).toContain('Mon 30 Nov');
  });
});

describe('the state of rounds', () => {
  const { reducer } = roundsFeature;
  it('marks a tick at once, even while it is waiting for the network', () => {
    const task = {
      machineId: newId(),
      machineName: 'A',
      zoneName: 'Hall',
      needle: NEEDLE,
      installId: newId(),
      minutes: 4,
      state: 'open',
      skipped: null,
    } as const;
    const sheet = {
      personId: newId(),
      personName: 'Mek',
      shiftId: newId(),
      shiftName: 'Early',
      day: '2026-11-26',
      startsAt: '2026-11-26T06:00:00.000Z',
      endsAt: '2026-11-26T14:00:00.000Z',
      minutes: 9,
      tasks: [{ ...task }],
    };
    const published = {
      version: 'a',
      planId: newId(),
      publishedAt: null,
      timeZone: 'UTC',
      sheets: [sheet],
      leftOver: [],
    };
    const read = reducer(undefined, roundsActions.sheetsRead({ published }));
    const ticked = {
      task: { ...task, startsAt: sheet.startsAt },
      state: 'done',
      reason: null,
      waits: true,
      installId: 'in',
    } as const;
    const after = reducer(read, roundsActions.ticked(ticked));
    expect(after.published!.sheets[0]!.tasks[0]!.state).toBe('done');
    expect(after.done).toContain('it goes out when the connection is back');
    const skipped = {
      ...ticked,
      state: 'skipped',
      reason: 'no-time',
      waits: false,
      installId: null,
    } as const;
    expect(reducer(read, roundsActions.ticked(skipped)).published!.sheets[0]!.tasks[0]!.skipped).toBe(
      'no-time',
    );
    expect(after.ticked).toEqual({ task: ticked.task, installId: 'in' });
    expect(reducer(after, roundsActions.takeBackClosed({ installId: 'another' })).ticked).not.toBeNull();
    expect(reducer(after, roundsActions.takeBackClosed({ installId: 'in' })).ticked).toBeNull();
    expect(reducer(after, roundsActions.ticked(skipped)).ticked).toBeNull();
    const back = reducer(after, roundsActions.takenBack(ticked));
    expect(back.published!.sheets[0]!.tasks[0]!.state).toBe('open');
    // The next change takes out the needle that is in then: the new one, or after an undo the previous one.
    const installIdIn = (state: typeof after) => state.published!.sheets[0]!.tasks[0]!.installId;
    expect([installIdIn(read), installIdIn(after), installIdIn(back)]).toEqual([
      task.installId,
      'in',
      task.installId,
    ]);
  });

  it('forgets the offers for a change that is no longer selected', () => {
    const picked = { machineId: newId(), from: 2 };
    const held = reducer(undefined, roundsActions.picked({ picked }));
    const other = { machineId: newId(), from: 2 };
    expect(reducer(held, roundsActions.offersRead({ picked: other, offers: [] })).offers).toBeNull();
    expect(reducer(held, roundsActions.offersRead({ picked, offers: [] })).offers).toEqual([]);
    expect(reducer(held, roundsActions.putDown()).picked).toBeNull();
  });
});
