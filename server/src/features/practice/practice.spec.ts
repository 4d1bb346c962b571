import { newId, routes, type Problem } from '@gantelet/contracts';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';

describe('practice', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await startTestShop();
  });
  afterAll(() => shop.stop());

  it("stores each person's practice runs, for that person alone", async () => {
    const [operator, mechanic] = [await shop.signedIn('operator'), await shop.signedIn('mechanic')];
    const run = { scenarioId: 'awning', seams: 5, finishedAt: '2026-03-04T10:00:00.000Z' };
    const key = newId();
    await operator.call(routes.logPracticeRun, { key, body: run });
    await operator.call(routes.logPracticeRun, { key, body: run });
    expect((await operator.call(routes.listPracticeRuns)).body).toEqual([{ id: key, ...run }]);
    expect((await mechanic.call(routes.listPracticeRuns)).body).toEqual([]);
  });

  it('names the available scenarios', async () => {
    const operator = await shop.signedIn('operator');
    const { body } = await operator.call(routes.logPracticeRun, {
      body: { scenarioId: 'moon', seams: 1, finishedAt: '2026-03-04T10:00:00.000Z' },
    });
    const problem = body as unknown as Problem;
    expect(problem.fields?.[0]?.message).toContain('awning, strap');
  });
});
