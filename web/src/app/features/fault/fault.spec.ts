import { newId, type LoggedFaultCase } from '@gantelet/contracts';
import { floorMachine, floorZone, MACHINE, SESSION } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { runEffects } from '../../testing/run-effects';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { floorActions, floorFeature } from '../floor/floor.state';
import { matchActions, matchFeature } from '../match/match.state';
import { shopActions, shopFeature } from '../shop/shop.state';
import * as effects from './fault.effects';
import { FaultPage } from './fault.page';
import { sheetText } from './fault-sheet';
import { faultActions, faultFeature } from './fault.state';

describe('the fault finder', () => {
  const standing = { ...floorMachine('Compound 07', 12), id: MACHINE.id };
  const floor = {
    version: 'a',
    readAt: '2026-03-04T10:00:00.000Z',
    lifeHours: 8,
    recent: [],
    partUsed: [],
    sharps: { needles: 0, since: null },
    zones: [floorZone([standing])],
  };
  const show = (inputs: Readonly<Record<string, unknown>> = {}, role: 'operator' | 'mechanic' = 'mechanic') =>
    mountPage(FaultPage, {
      features: [shopFeature, catalogueFeature, floorFeature, matchFeature, faultFeature],
      before: [
        shopActions.sessionRead({ session: { ...SESSION, person: { ...SESSION.person!, role } } }),
        matchActions.listsRead({
          machines: [MACHINE],
          setups: [],
          balanced: [],
          cases: [],
          timings: [],
          hands: [],
        }),
        floorActions.floorRead({ floor }),
      ],
      inputs,
    });

  it('starts with what the floor knows about the machine, and puts the needle first', async () => {
    const page = await show({ machine: MACHINE.id, symptom: 'skips' });
    const [begun] = page.of(faultActions.begin);
    expect(begun).toEqual(jasmine.objectContaining({ machineId: MACHINE.id, symptomId: 'skips' }));
    expect(begun?.evidence).toEqual(jasmine.objectContaining({ hours: 2, feed: 1, strike: 0 }));
    await page.settled();
    expect(page.host.querySelector('.now h2')?.textContent).toContain('Fit a new needle of the same kind');
    expect(page.text()).toContain('Power off. Wait until the motor has stopped.');
  });

  it('asks for a second seam if a good one may be luck, then says that it is fixed', async () => {
    const page = await show({ machine: MACHINE.id, symptom: 'ndlBreaks' });
    expect(page.text()).toContain('find every piece of the needle');
    page.store.dispatch(faultActions.dropped());
    await page.settled();
    await page.press('Skipped stitches');
    await page.press('Done, sew a test seam');
    await page.press('Good');
    const seams = () => page.of(faultActions.found).at(-1)?.finding;
    if (page.text().includes('it may be by luck')) await page.press('Good');
    expect(seams()).toEqual(jasmine.objectContaining({ did: 'swap', checkId: 'newNeedle' }));
    expect(page.text()).toContain('Fixed, as far as test seams can show');
    await page.press('Log it');
    expect(page.of(faultActions.log)[0]?.fault).toEqual(
      jasmine.objectContaining({ ending: 'mended', causeId: 'n_blunt', symptomId: 'skips' }),
    );
  });

  it('goes to the next check if the fault is still there, and back when that is undone', async () => {
    const page = await show({ machine: MACHINE.id, symptom: 'skips' });
    await page.press('Done, sew a test seam');
    await page.press('Still there');
    expect(page.host.querySelector('.now h2')?.textContent).toContain('Read system, size and point');
    await page.press('Undo the last step');
    expect(page.host.querySelector('.now h2')?.textContent).toContain('Fit a new needle');
  });

  it('has what was found put right next, unless somebody leaves it', async () => {
    const page = await show({ machine: MACHINE.id, symptom: 'shreds' });
    const next = () => page.host.querySelector('.now h2')?.textContent ?? '';
    const finding = { did: 'look', checkId: 'gap', found: 'h_close' } as const;
    page.store.dispatch(faultActions.found({ finding, foundAt: floor.readAt }));
    await page.settled();
    expect(next()).toMatch(/^Put it right now \(\d+ min\), then sew: /);
    expect(page.text()).toContain("Chance that it is today's fault: ");
    await page.press('Leave it and go on');
    expect(next()).not.toContain('Put it right now');
    page.store.dispatch(faultActions.undone());
    page.store.dispatch(
      faultActions.begin({ machineId: null, symptomId: 'shreds', evidence: {}, beganAt: floor.readAt }),
    );
    page.store.dispatch(faultActions.found({ finding, foundAt: floor.readAt }));
    await page.settled();
    expect(next()).withContext('another fault asks again').toContain('Put it right now');
  });

  it('keeps a fault that was interrupted by another one, and continues it', async () => {
    const page = await show({ machine: MACHINE.id, symptom: 'skips' });
    await page.press('Done, sew a test seam');
    await page.press('Still there');
    page.store.dispatch(
      faultActions.begin({
        ...{ machineId: null, symptomId: 'nest', evidence: {} },
        beganAt: '2026-03-04T11:00:00.000Z',
      }),
    );
    page.store.dispatch(faultActions.dropped());
    await page.settled();
    await page.press('Skipped stitches, ');
    expect(page.host.querySelector('.now h2')?.textContent).toContain('Read system, size and point');
  });

  it('hands over what is known and was done, on a sheet and as text', async () => {
    const page = await show({ machine: MACHINE.id, symptom: 'skips' });
    await page.press('Done, sew a test seam');
    await page.press('Still there');
    const sheet = page.host.querySelector('gan-fault-sheet')!.textContent!;
    expect(sheet).toContain('Skipped stitches, Compound 07');
    expect(sheet).toContain('Fit a new needle of the same kind: fully up, right way round; still there');
    expect(sheet).toContain('Feed');
    const given = page.fixture.componentInstance['sheet']()!;
    const text = sheetText(given, 'Tam, 4 March');
    expect(text.split('\n').slice(0, 2)).toEqual([given.title, 'Tam, 4 March']);
    expect(text).toContain('1. Fit a new needle of the same kind');
  });

  it('says which minutes the shop has learned', async () => {
    const page = await show({});
    expect(page.text()).not.toContain('Minutes learned here');
    const timed: LoggedFaultCase = {
      ...{ id: newId(), machineId: null, symptomId: 'skips', evidence: {}, causeId: 'n_blunt', note: '' },
      ...{ findings: [{ did: 'swap', checkId: 'newNeedle', seams: [true] }], ending: 'mended' },
      ...{ beganAt: '2026-03-04T10:00:00.000Z', foundAt: ['2026-03-04T10:06:36.000Z'] },
      ...{ endedAt: '2026-03-04T10:07:00.000Z', endedBy: 'Tam' },
    };
    page.store.dispatch(faultActions.casesRead({ cases: [timed] }));
    await page.settled();
    const row = page.host.querySelector('details table tbody tr')!;
    // 6.6 min less a seam of one, instead of the usual 1.5.
    expect([...row.querySelectorAll('td')].slice(1).map(({ textContent }) => textContent)).toEqual([
      ...['1', '5.6', '1.5', '2.5'],
    ]);
  });

  it('shows what would end a recurring cause', async () => {
    const page = await show({});
    const again = (at: string): LoggedFaultCase => ({
      ...{ id: newId(), machineId: MACHINE.id, symptomId: 'skips', evidence: {}, findings: [], foundAt: [] },
      ...{ ending: 'mended', causeId: 'h_timing', note: '', beganAt: at, endedAt: at, endedBy: 'Tam' },
    });
    const now = new Date().toISOString();
    page.store.dispatch(faultActions.casesRead({ cases: [again(now), again(now), again(now)] }));
    await page.settled();
    expect(page.text()).toContain('Hook timing out, Compound 07: 3 times in 90 days.');
    expect(page.text()).toContain('Ask a specialist why it does not hold');
  });

  it('lets any other check be made instead, and says who may', async () => {
    const page = await show({ symptom: 'noFeed' }, 'operator');
    const before = page.host.querySelector('.now h2')?.textContent;
    const other = page.host.querySelector<HTMLButtonElement>('.others button')!;
    const name = other.textContent!.trim();
    other.click();
    await page.settled();
    expect(page.host.querySelector('.now h2')?.textContent).toContain(name);
    expect(before).toContain('Foot pressure');
    expect(page.text()).toContain('You chose');
  });

  it("starts with what the logs say, and never overrides a person's answers", () => {
    const { store } = runEffects({
      features: [faultFeature],
      effects,
      before: [],
      answers: {
        readFaultFacts: {
          ...{ serviceDue: true, changedOver: true, newThread: null },
          ...{ newLot: null, knobTurned: false, othersToo: null },
        },
      },
    });
    const beganAt = '2026-03-04T10:00:00.000Z';
    store.dispatch(
      faultActions.begin({ machineId: MACHINE.id, symptomId: 'skips', evidence: { changeover: 0 }, beganAt }),
    );
    expect(store.selectSignal(faultFeature.selectFault)()?.evidence).toEqual({
      changeover: 0,
      serviceDue: 1,
      knob: 0,
    });
  });

  it('learns from what was logged, and keeps the case if it is refused', () => {
    const problem = { type: 'about:blank', title: 'Busy', status: 503, code: 'server.busy' as const };
    const { store, answers } = runEffects({
      features: [faultFeature],
      effects,
      before: [
        faultActions.begin({
          ...{ machineId: null, symptomId: 'skips', evidence: {} },
          beganAt: '2026-03-04T10:00:00.000Z',
        }),
      ],
      answers: { logFaultCase: problem },
    });
    const fault = {
      ...{
        machineId: null,
        symptomId: 'skips',
        evidence: {},
        findings: [],
        foundAt: [],
        ending: 'mended' as const,
        causeId: null,
      },
      ...{ beganAt: '2026-03-04T10:00:00.000Z', endedAt: '2026-03-04T10:10:00.000Z' },
    };
    const log = faultActions.log({ key: newId(), fault: { ...fault, note: '' } });
    store.dispatch(log);
    expect(store.selectSignal(faultFeature.selectFault)()).not.toBeNull();
    answers['logFaultCase'] = { ...fault, note: '', id: newId(), endedBy: 'Ines' } satisfies LoggedFaultCase;
    store.dispatch(log);
    expect(store.selectSignal(faultFeature.selectFault)()).toBeNull();
    expect(store.selectSignal(faultFeature.selectCases)().length).toBe(1);
  });
});
