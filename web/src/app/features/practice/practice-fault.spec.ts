import { randomLcg } from 'd3-random';
import { causeById, CAUSES, finderPath, hiddenFault } from '@gantelet/core';
import { mountPage } from '../../testing/mount-page';
import { PracticeFaultPage } from './practice-fault.page';

describe('a hidden fault for practice', () => {
  const show = async (seed: number) => {
    spyOn(Math, 'random').and.returnValue(seed);
    const page = await mountPage(PracticeFaultPage, { features: [], before: [] });
    await page.press('Start');
    return page;
  };
  /** A seed whose fault the finder fixes, with a needle change as its first step. */
  const SEED = [0.11, 0.22, 0.33, 0.44, 0.55, 0.66].find((seed) => {
    const { findings, mended } = finderPath(hiddenFault(randomLcg(seed)), randomLcg(seed));
    return mended && findings[0]?.did === 'swap';
  })!;

  it('answers each check and counts its minutes, and never reveals the cause before the end', async () => {
    const page = await show(SEED);
    const { causeIds } = hiddenFault(randomLcg(SEED));
    expect(page.text()).toContain('0 min so far');
    await page.press('Pull both threads by hand, foot up then down');
    expect(page.text()).toMatch(/Pull both threads by hand, foot up then down: \w/);
    expect(page.text()).not.toContain('0 min so far');
    await page.press('Hand it over');
    expect(page.text()).toContain(`Handed over. It was: ${causeById(causeIds[0]!)!.name}`);
  });

  it("shows the finder's way with the same luck", async () => {
    const page = await show(SEED);
    const path = finderPath(hiddenFault(randomLcg(SEED)), randomLcg(SEED));
    for (const finding of path.findings) {
      const hunt = page.fixture.componentInstance;
      if (finding.did === 'repair') hunt['make']({ do: 'repair', id: finding.causeId });
      else hunt['make']({ do: 'check', id: finding.checkId });
    }
    await page.settled();
    expect(page.fixture.componentInstance['hunt']()?.findings).toEqual(path.findings);
    await page.press('It is fixed');
    expect(page.text()).toContain('Fixed in');
    expect(CAUSES.some(({ name }) => page.text().includes(`It was: ${name}.`))).toBeTrue();
  });

  it('says so if a fault that was quiet by luck is called fixed', async () => {
    const page = await show(SEED);
    await page.press('It is fixed');
    expect(page.text()).toContain('It comes back');
  });
});
