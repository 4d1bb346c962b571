import { newId, type Job, type LifeView, type Role } from '@gantelet/contracts';
import { SESSION } from '../../testing/examples';
import { ends, report } from '../../testing/life-examples';
import { mountPage } from '../../testing/mount-page';
import { shopActions, shopFeature } from '../shop/shop.state';
import { LifePage } from './life.page';
import { lifeActions, lifeFeature } from './life.state';

const JOB: Job = {
  ...{ id: newId(), kind: 'fit-lives', state: 'running', progress: 0.4, askedBy: 'Tam', finishedAt: null },
  askedAt: '2026-03-04T10:00:00.000Z',
};
const LARGE = report(ends(60), { planned: 2, wear: 30 });
const FEW = report(ends(4));
const SMALL = { ...FEW, group: { ...FEW.group, machineClass: 'post' as const } };
const VIEW: LifeView = {
  dataVersion: '1',
  report: { dataVersion: '1', fittedAt: '2026-03-04T10:00:00.000Z', groups: [LARGE, SMALL] },
  ...{ job: null, machines: [], groupings: [] },
};

describe('how long needles last here', () => {
  async function open(view: LifeView | null = VIEW, role: Role = 'mechanic') {
    return mountPage(LifePage, {
      features: [lifeFeature, shopFeature],
      before: [
        shopActions.sessionRead({ session: { ...SESSION, person: { ...SESSION.person!, role } } }),
        ...(view ? [lifeActions.viewRead({ view })] : []),
      ],
    });
  }
  const answer = (host: HTMLElement) => host.querySelector('h1')?.textContent ?? '';

  it('is answered for the largest group first, then for the chosen one', async () => {
    const page = await open();
    expect(answer(page.host)).toMatch(/^Change at [\d.]+ h of running$/);
    await page.press('post');
    expect(answer(page.host)).toBe('Not enough data yet');
    expect(page.of(lifeActions.groupChosen).length).toBe(1);
  });

  it('says when needles or costs have changed since, and can be recalculated by those who may', async () => {
    const page = await open({ ...VIEW, dataVersion: '2' });
    expect(page.text()).toContain('needles or costs have changed since.');
    await page.press('Recalculate');
    expect(page.of(lifeActions.fit).length).toBe(1);
  });

  it('is only read by operators', async () => {
    const page = await open({ ...VIEW, dataVersion: '2' }, 'operator');
    expect(answer(page.host)).toMatch(/^Change at /);
    expect(page.button('Recalculate')).toBeNull();
  });

  it('shows the progress of a fit, and stops it', async () => {
    const page = await open({ ...VIEW, job: JOB });
    expect(page.text()).toContain('Calculating: 40 %');
    expect(page.button('Recalculate')).toBeNull();
    await page.press('Stop');
    expect(page.of(lifeActions.cancel).map(({ jobId }) => jobId)).toEqual([JOB.id]);
  });

  it('says that the last fit failed, and that nothing was calculated yet', async () => {
    const page = await open({ ...VIEW, report: null, job: { ...JOB, state: 'failed' } });
    expect(page.text()).toContain('The last fit failed.');
    expect(page.text()).toContain('Nothing has been calculated yet.');
  });

  it('says what is wrong if the report cannot be read', async () => {
    const page = await open(null);
    const problem = { code: 'server.busy', title: 'The database is busy.', status: 503 } as never;
    page.store.dispatch(lifeActions.failed({ problem }));
    await page.settled();
    expect(page.text()).toContain('The database is busy.');
    expect(page.text()).not.toContain('Nothing has been calculated yet.');
  });

  it('lets leads merge and split groups', async () => {
    const page = await open(VIEW, 'lead');
    expect(page.text()).toContain('Merge or split groups');
    expect(page.button('Import past needles from a list')).not.toBeNull();
  });
});
