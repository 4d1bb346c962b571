import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { newId, type Role, type Setup } from '@gantelet/contracts';
import { MACHINE, SESSION, SETUP } from '../../testing/examples';
import { mountPage } from '../../testing/mount-page';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { pullTestFeature } from '../pull-test/pull-test.state';
import { shopActions, shopFeature } from '../shop/shop.state';
import { BenchPage } from './bench.page';
import { matchActions, matchFeature } from './match.state';

const LINING: Setup = { ...SETUP, id: newId(), name: 'Lining' };

describe('the bench', () => {
  async function open(
    before: Parameters<typeof mountPage>[1]['before'] = [],
    inputs: Readonly<Record<string, unknown>> = {},
    role: Role = 'mechanic',
  ) {
    const page = await mountPage(BenchPage, {
      features: [matchFeature, catalogueFeature, shopFeature, pullTestFeature],
      inputs,
      before: [
        shopActions.sessionRead({ session: { ...SESSION, person: { ...SESSION.person!, role } } }),
        matchActions.listsRead({
          ...{
            machines: [MACHINE],
            setups: [SETUP, LINING],
            balanced: [],
            cases: [],
            timings: [],
            hands: [],
          },
        }),
        ...before,
      ],
    });
    const heading = () => (page.host.querySelector('h1')!.textContent ?? '').replace(/\s+/g, ' ').trim();
    return { ...page, heading };
  }
  const strap = matchActions.setupRead({ setup: SETUP });

  it('says what to fill in while it is empty', async () => {
    const page = await open();
    expect(page.heading()).toBe('What needle for this job?');
    expect(page.text()).toContain('Machine, stack and thread give the needle.');
  });

  it('answers a saved set-up with its needle, and has nothing to save', async () => {
    const page = await open([strap]);
    expect(page.heading()).toMatch(/^NM 140 \/ 22/);
    expect(page.button('Save changes')).toBeNull();
    expect(page.button('Set the tension')!.getAttribute('href')).toBe(`/tension/${SETUP.id}`);
  });

  it('requests the set-up of its address once, and says if there is none', async () => {
    const page = await open([], { setupId: LINING.id });
    expect(page.of(matchActions.setupChosen).map(({ setupId }) => setupId)).toEqual([LINING.id]);
    await page.set({ setupId: newId() });
    expect(page.text()).toContain('There is no set-up at this address.');
  });

  it('puts what was read off a label on the bench', async () => {
    const page = await open([], { thread: 'V138', needle: '135x17 140/22' });
    const { threadText, needleText } = page.store.selectSignal(matchFeature.selectDraft)();
    expect([threadText, needleText]).toEqual(['V138', '135x17 140/22']);
    expect(page.text()).toContain('Taken as Tex 135');
  });

  it('saves a change as the same write when it is tapped again after no answer', async () => {
    const page = await open([strap]);
    await page.type('Set-up name', 'Strap, wide');
    await page.press('Save changes');
    page.store.dispatch(
      matchActions.refused({ problem: { code: 'server.busy', title: 'busy', status: 503 } as never }),
    );
    await page.settled();
    await page.press('Save changes');
    await page.settled();
    const [first, second] = page.of(matchActions.save);
    expect(first!.asNew).toBeFalse();
    expect(second!.key).toBe(first!.key);
  });

  it('requires a name to save', async () => {
    const page = await open([strap]);
    await page.type('Set-up name', ' ');
    expect(page.button('Save changes')!.disabled).toBeTrue();
    expect(page.button('Save as new')!.disabled).toBeTrue();
  });

  it('refuses a needle in hand with the reason, and offers the recommended one', async () => {
    const page = await open([strap]);
    await page.type('Needle you already have', '135x16 200/25');
    expect(page.heading()).toBe('This needle will not work here');
    expect(page.host.querySelector('.refusals')!.textContent).toContain(
      'This machine takes needles up to NM 180.',
    );
    await page.press('Use the recommended needle instead');
    expect(page.heading()).toMatch(/^NM \d+/);
  });

  it('offers to restore work that was set aside for other work', async () => {
    const page = await open([strap]);
    const go = spyOn(TestBed.inject(Router), 'navigateByUrl').and.resolveTo(true);
    await page.type('Set-up name', 'Strap, wide');
    page.store.dispatch(matchActions.setupRead({ setup: LINING }));
    await page.settled();
    expect(page.text()).toContain('Strap, wide has unsaved changes. Restore them?');
    await page.press('Restore');
    expect(go).toHaveBeenCalledOnceWith(`/bench/${SETUP.id}`);
    expect(page.field('Set-up name').value).toBe('Strap, wide');
  });

  it('marks the machine as set up for the job', async () => {
    const page = await open([strap]);
    await page.press('Mark machine as set up for this job');
    expect(page.of(matchActions.makePresent).length).toBe(1);
    page.store.dispatch(matchActions.machineChanged({ machine: { ...MACHINE, presentSetupId: SETUP.id } }));
    await page.settled();
    expect(page.text()).toContain('The machine is set up for this job.');
  });

  it('shows operators the answer, and lets them save nothing', async () => {
    const page = await open([strap], {}, 'operator');
    expect(page.heading()).toMatch(/^NM 140/);
    for (const name of ['Save changes', 'Save set-up', 'Mark machine']) expect(page.button(name)).toBeNull();
  });
});
