import { provideState, provideStore } from '@ngrx/store';
import { SHIPPED_VALUES, stackOf, type JobSize } from '@gantelet/core';
import { MACHINE, SETUP } from '../../testing/examples';
import { mount } from '../../testing/mount';
import { shownUnits } from '../../shared/preferences';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { pullTestFeature } from '../pull-test/pull-test.state';
import { shopFeature } from '../shop/shop.state';
import { matchFeature } from './match.state';
import { threadUse } from './thread-use';
import { ThreadUseComponent } from './thread-use.component';

const THREAD = { ...SETUP.thread, diameterMm: 0.43, unfit: null };
const JOB: JobSize = { seamMm: 2000, pieces: 100 };

describe('the thread used by a seam', () => {
  afterEach(() => shownUnits.set('metric'));

  const useOf = (machine: Parameters<typeof threadUse>[3], job = JOB) =>
    threadUse(stackOf(SETUP.layers), THREAD, SETUP.stitchLengthMm, machine, job, SHIPPED_VALUES);
  async function open(use = useOf(MACHINE), savedId: string | null = null) {
    const page = await mount(
      ThreadUseComponent,
      { use, job: JOB, stitchLengthMm: SETUP.stitchLengthMm, savedId },
      [
        provideStore(),
        provideState(catalogueFeature),
        provideState(matchFeature),
        provideState(pullTestFeature),
        provideState(shopFeature),
      ],
    );
    const jobs: JobSize[] = [];
    page.fixture.componentInstance.jobChange.subscribe((job) => jobs.push(job));
    return { ...page, jobs };
  }

  it('is given per ten centimetres, by bobbin and for the whole job', async () => {
    const use = useOf(MACHINE);
    const page = await open(use);
    const perStitch = 100 / SETUP.stitchLengthMm / 10;
    expect(page.text()).toContain(`needle ${Number((perStitch * use.stitch.needleLowMm).toFixed(1))} to`);
    expect(page.text()).toContain(`${use.bobbin!.size.name}`);
    expect(page.text()).toContain(`${use.job!.bobbins} bobbins`);
    expect(page.text()).toContain('no price entered: set it in the Catalogue');
  });

  it('is twice as much for twice the pieces', () => {
    const [once, twice] = [useOf(MACHINE), useOf(MACHINE, { ...JOB, pieces: 200 })];
    expect(twice.job!.needleMetres / once.job!.needleMetres).toBeCloseTo(2, 6);
  });

  it('says what has to be entered for the machine first', async () => {
    const page = await open(useOf({ bobbinSizeId: null, takeUpStrokeMm: null, speedInUseSpm: null }));
    expect(page.text()).toContain('not entered for this machine: enter it in Machines');
    expect(page.text()).not.toContain('Through the eye');
    expect(page.text()).not.toContain('Wear index');
  });

  it('takes the size of the job, a seam in inches if those come first', async () => {
    const page = await open();
    await page.type('Pieces', '40');
    expect(page.jobs.at(-1)).toEqual({ ...JOB, pieces: 40 });
    shownUnits.set('inch');
    await page.settled();
    expect(page.field('Seam, in').value).toBe('78.74');
    await page.type('Seam, in', '100');
    expect(page.jobs.at(-1)).toEqual({ ...JOB, seamMm: 2540 });
  });

  it('wears less with an eye that slides better, in proportion', async () => {
    const page = await open();
    const wear = () => Number(/Wear index ([\d.]+)/.exec(page.text())![1]);
    await page.type('Friction of the eye, %', '40');
    const rough = wear();
    await page.type('Friction of the eye, %', '20');
    expect(wear() / rough).toBeCloseTo(0.5, 1);
  });

  it('is never a rating, and links to the pull tests of saved work', async () => {
    const page = await open(useOf(MACHINE), SETUP.id);
    expect(page.text()).toContain('never a rating');
    expect(page.button('Pull a seam apart and log it')!.getAttribute('href')).toBe(`/pull-tests/${SETUP.id}`);
  });
});
