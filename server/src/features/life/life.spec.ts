import { pino } from 'pino';
import { ConnectionError } from 'sequelize';
import { JOB_KINDS, newId, routes, type Job, type Problem } from '@gantelet/contracts';
import { startJobRunner, type JobRunner } from '../../jobs/job-runner.js';
import { claimJob, renewLease } from '../../jobs/job.store.js';
import type { TestClient } from '../../testing/test-client.js';
import { startTestShop, type TestShop } from '../../testing/test-shop.js';
import { fitLives } from './index.js';

const SLEEPER = new URL('../../testing/sleeper.worker.js', import.meta.url);
const log = pino({ level: 'silent' });

describe('needle lives', () => {
  let shop: TestShop;
  let mechanic: TestClient;
  const runners: JobRunner[] = [];
  beforeAll(async () => {
    shop = await startTestShop();
    mechanic = await shop.signedIn('mechanic');
    await shop.database.sequelize.query(
      'CREATE TABLE standing_groups AS SELECT id, group_of_work, life_group FROM needle_installs',
    );
  });
  afterEach(async () => {
    for (const runner of runners.splice(0)) await runner.stop();
    const { install, portableInstall } = shop.works.ids;
    const replacements = { standing: [install, portableInstall] };
    await shop.database.sequelize.query('DELETE FROM jobs');
    await shop.database.sequelize.query('DELETE FROM life_groupings');
    await shop.database.sequelize.query('DELETE FROM needle_removals');
    await shop.database.sequelize.query('DELETE FROM needle_installs WHERE id NOT IN (:standing)', {
      replacements,
    });
    // A merge reassigns the needles there are, and either of two merges may come first.
    await shop.database.sequelize.query(
      `UPDATE needle_installs JOIN standing_groups USING (id)
          SET needle_installs.group_of_work = standing_groups.group_of_work,
              needle_installs.life_group = standing_groups.life_group`,
    );
  });
  afterAll(() => shop.stop());

  const run = (work = fitLives(() => shop.clock.now)) => {
    const runner = startJobRunner(shop.database, { 'fit-lives': work }, log);
    runners.push(runner);
    return runner;
  };
  const state = async (id: string) =>
    (await shop.database.tables.jobs.findByPk(id))?.get('state') as Job['state'];
  async function until(id: string, wanted: Job['state'], seconds = 60): Promise<void> {
    for (const end = Date.now() + 1000 * seconds; (await state(id)) !== wanted;) {
      if (Date.now() > end) throw new Error(`job is ${await state(id)}, not ${wanted}`);
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  }
  const ask = async (key = newId()) => (await mechanic.call(routes.fitLives, { key, body: {} })).body;

  /** Puts needles in and out of the compound machine, each worn after a given number of hours. */
  async function wear(
    hours: readonly number[],
    cause: 'wear' | 'accident' | 'scheduled' = 'wear',
    lotId: string | null = null,
  ) {
    const { tables } = shop.database;
    const { compound, setup } = shop.works.ids;
    const person = (await tables.people.findOne({ where: { role: 'mechanic' } }))!.get('id') as string;
    for (const runningHours of hours) {
      const id = newId();
      const { systemId, nm, pointId, finishId } = shop.works.work.needle;
      await tables.needleInstalls.create({
        id,
        machineId: compound,
        needleSystem: systemId,
        bladeNm: nm,
        pointStyle: pointId,
        needleFinish: finishId,
        installedAt: new Date('2026-02-20T08:00:00Z'),
        installedById: person,
        entryHours: 0,
        setupId: setup,
        groupOfWork: 'leather.cutting.flatbed',
        lifeGroup: 'leather.cutting.flatbed',
        lotId,
      });
      await tables.needleRemovals.create({
        id: newId(),
        installId: id,
        machineId: compound,
        removedAt: new Date('2026-02-27T08:00:00Z'),
        removedById: person,
        cause,
        fragments: 'whole',
        runningHours,
      });
    }
  }

  it('are fitted in a thread of their own, group by group, and stored with the records they came from', async () => {
    await wear([9, 12, 14, 11, 8, 15, 10, 13]);
    await wear([5, 6], 'scheduled');
    run();
    const { id } = await ask();
    await until(id, 'done');
    const { body } = await mechanic.call(routes.readLife);
    expect(body.job?.state).toBe('done');
    expect(body.report?.dataVersion).toBe(body.dataVersion);
    const group = body.report!.groups.find(({ group: { material } }) => material === 'leather')!;
    expect(group.group).toEqual({
      material: 'leather',
      points: 'cutting',
      machineClass: 'flatbed',
      part: null,
    });
    expect([group.causes.wear, group.causes.scheduled, group.stillIn]).toEqual([8, 2, 1]);
    if (group.advice.do === 'too-little') throw new Error('too little');
    expect(group.advice.intervalHours).toBeGreaterThan(2);
    expect(group.advice.others.flat.hours).toBe(8);
    expect(group.advice.others.asDone?.hours).toBe(92 + 11);

    const before = 'scaleHours' in group.fit ? group.fit.scaleHours : NaN;
    await wear([2], 'accident');
    expect((await mechanic.call(routes.readLife)).body.dataVersion).not.toBe(body.dataVersion);
    const again = await ask();
    await until(again.id, 'done');
    const hit = (await mechanic.call(routes.readLife)).body.report!.groups[0]!;
    // One needle seen to last two hours more; by maximum likelihood the scale moves by less than a hundredth.
    expect('scaleHours' in hit.fit ? hit.fit.scaleHours / before : NaN).toBeCloseTo(1, 2);
    expect(hit.causes.accident).toBe(1);
    await wear([3]);
    const third = await ask();
    await until(third.id, 'done');
    const worn = (await mechanic.call(routes.readLife)).body.report!.groups[0]!;
    expect('scaleHours' in worn.fit ? worn.fit.scaleHours / before : NaN).toBeLessThan(0.97);
    const results = await shop.database.tables.jobs.findAll({ attributes: ['result'] });
    expect(results.filter((row) => row.get('result') !== null).length).toBe(1);
  });

  it('are counted in the groups that the lead makes, at once and at installation', async () => {
    await wear([9, 12, 14]);
    const lead = await shop.signedIn('lead');
    const group = async () => {
      const [one] = (await mechanic.call(routes.readLife)).body.groupings;
      return one!;
    };
    const whole = await group();
    expect([whole.groupId, whole.needles, whole.splitBy]).toEqual(['leather.cutting.flatbed', 4, null]);
    const regroup = (change: object, version: number, groupId = whole.groupId) =>
      lead.call(routes.regroup, {
        params: { groupId },
        body: { mergedInto: null, splitBy: null, version, ...change },
      });
    const counted = async () => {
      const rows = await shop.database.tables.needleInstalls.findAll({
        where: { groupOfWork: whole.groupId },
      });
      return [...new Set(rows.map((row) => row.get('lifeGroup')))];
    };
    const split = await regroup({ splitBy: 'size' }, 0);
    expect([split.status, split.body.kind]).toEqual([200, 'fit-lives']);
    expect(await counted()).toEqual(['leather.cutting.flatbed~nm-140']);
    const stale = await regroup({ splitBy: 'finish' }, 0);
    expect((stale.body as unknown as Problem).code).toBe('version.stale');
    const unknown = await regroup({ mergedInto: 'foam.cloth.post' }, 1);
    expect((unknown.body as unknown as Problem).code).toBe('group.unknown');
    const itself = await regroup({ mergedInto: whole.groupId }, 1);
    expect((itself.body as unknown as Problem).code).toBe('group.merged');
    const before = (await mechanic.call(routes.readLife)).body.dataVersion;
    await regroup({}, 1);
    expect(await counted()).toEqual([whole.groupId]);
    expect((await mechanic.call(routes.readLife)).body.dataVersion).not.toBe(before);
  });

  it('are never merged in a circle, even if two leads merge at once', async () => {
    const { tables } = shop.database;
    const whole = 'leather.cutting.flatbed';
    const other = 'woven.cloth.flatbed';
    await tables.needleInstalls.update({ groupOfWork: whole }, { where: { id: shop.works.ids.install } });
    await tables.needleInstalls.update(
      { groupOfWork: other },
      { where: { id: shop.works.ids.portableInstall } },
    );
    const lead = await shop.signedIn('lead');
    const merge = (groupId: string, mergedInto: string) =>
      lead.call(routes.regroup, { params: { groupId }, body: { mergedInto, splitBy: null, version: 0 } });
    const both = await Promise.all([merge(whole, other), merge(other, whole)]);
    expect(both.map(({ status }) => status).sort()).toEqual([200, 422]);
    expect(await tables.lifeGroupings.count()).toBe(1);
  });

  it('show a lot that wears sooner', async () => {
    const lot = async (code: string) =>
      (await mechanic.call(routes.registerLot, { body: { code, needle: shop.works.work.needle } })).body.id;
    const [good, bad] = [await lot('good'), await lot('bad')];
    await wear([15, 14, 16, 13, 15, 14, 16, 15, 13, 14, 15, 16, 14, 15], 'scheduled', good);
    await wear([4, 5, 3, 4, 5, 4, 3, 5, 4, 5, 4, 3], 'wear', bad);
    run();
    const { id } = await ask();
    await until(id, 'done');
    const { lots } = (await mechanic.call(routes.readLife)).body.report!.groups[0]!;
    const of = (lotId: string) => lots.find((one) => one.lotId === lotId)!;
    expect([of(good).bad, of(bad).bad]).toEqual([false, true]);
    expect([of(bad).failures, of(good).failures]).toEqual([12, 0]);
    expect(of(bad).expected).toBeLessThan(12);
  });

  it('can be read needle by needle', async () => {
    await wear([9, 12, 14]);
    const { body } = await mechanic.call(routes.readGroupEnds, {
      params: { groupId: 'leather.cutting.flatbed' },
    });
    expect(body.filter(({ cause }) => cause === 'wear').length).toBe(3);
    const none = await mechanic.call(routes.readGroupEnds, { params: { groupId: 'foam.cloth.post' } });
    expect(none.body).toEqual([]);
  });

  it('are requested once while a fit is waiting', async () => {
    const [first, second] = [await ask(), await ask()];
    expect(second.id).toBe(first.id);
    expect(await shop.count('jobs')).toBe(1);
  });

  it('are fitted by one of two servers, never by both', async () => {
    const { id } = await ask();
    const claims = await Promise.all(
      Array.from({ length: 8 }, () => claimJob(shop.database, newId(), JOB_KINDS)),
    );
    expect(claims.filter((claim) => claim?.id === id).length).toBe(1);
  });

  it('are fitted by another server if the first goes silent, but not for ever', async () => {
    const { id } = await ask();
    const dead = newId();
    expect((await claimJob(shop.database, dead, JOB_KINDS))?.id).toBe(id);
    expect(await claimJob(shop.database, newId(), JOB_KINDS)).toBeNull();
    const lose = () =>
      shop.database.sequelize.query(`UPDATE jobs SET claimed_until = UTC_TIMESTAMP(6) - INTERVAL 1 SECOND`);
    await lose();
    expect((await claimJob(shop.database, newId(), JOB_KINDS))?.id).toBe(id);
    expect(await renewLease(shop.database, id, dead, 0.5)).toBeFalse();
    await lose();
    expect((await claimJob(shop.database, newId(), JOB_KINDS))?.id).toBe(id);
    await lose();
    expect(await claimJob(shop.database, newId(), JOB_KINDS)).toBeNull();
    expect(await state(id)).toBe('failed');
  });

  it('stop being fitted when that is cancelled, and keep the last report', async () => {
    run({ worker: SLEEPER, input: () => Promise.resolve(60_000) });
    const { id } = await ask();
    await until(id, 'running');
    const cancelled = await mechanic.call(routes.cancelJob, { params: { jobId: id }, body: {} });
    expect(cancelled.body.state).toBe('cancelled');
    const again = await mechanic.call(routes.cancelJob, { params: { jobId: id }, body: {} });
    expect((again.body as unknown as Problem).code).toBe('job.over');
    // The runner is free again by its next look.
    const next = await ask();
    await until(next.id, 'running');
  });

  it('show which interval a fit has changed, and the earlier one', async () => {
    const { tables } = shop.database;
    const changes = async () => (await mechanic.call(routes.listIntervalChanges)).body;
    await wear([9, 12, 14, 11, 8, 15, 10, 13]);
    run();
    await until((await ask()).id, 'done');
    const [kept] = (await tables.lifeIntervals.findAll({ where: { advice: 'interval' } })).map((row) =>
      row.get({ plain: true }),
    );
    if (!kept) throw new Error('no interval was fitted');
    await tables.lifeIntervals.update(
      { intervalHours: kept.intervalHours! + 1 },
      { where: { lifeGroup: kept.lifeGroup } },
    );
    await until((await ask()).id, 'done');
    const told = await changes();
    expect(told.map(({ hours, previousHours }) => [hours, previousHours])).toEqual([
      [kept.intervalHours!, kept.intervalHours! + 1],
    ]);
    // A fit that leaves it as it is does not change any of that.
    await until((await ask()).id, 'done');
    expect(await changes()).toEqual(told);
  });

  it('are fitted again if the database went away during a fit', async () => {
    let tries = 0;
    const input = () =>
      ++tries === 1 ? Promise.reject(new ConnectionError(new Error('away'))) : Promise.resolve(1);
    run({ worker: SLEEPER, input });
    const { id } = await ask();
    await until(id, 'running');
    await shop.database.sequelize.query(
      `UPDATE jobs SET claimed_until = UTC_TIMESTAMP(6) - INTERVAL 1 SECOND`,
    );
    await until(id, 'done');
    expect(tries).toBe(2);
  });

  it('report a failed fit as failed', async () => {
    run({ worker: SLEEPER, input: () => Promise.reject(new Error('no')) });
    const { id } = await ask();
    await until(id, 'failed');
  });

  it("report a fit's progress to everybody watching", async () => {
    run({ worker: SLEEPER, input: () => Promise.resolve(60_000) });
    const { id } = await ask();
    const leave = new AbortController();
    const response = await mechanic.open(`${shop.address}/api/jobs/${id}/live`, leave.signal);
    let text = '';
    let cancelled = false;
    for await (const chunk of response.body!) {
      text += new TextDecoder().decode(chunk as Uint8Array);
      if (text.includes('"cancelled"')) break;
      if (!text.includes('"progress":0.5') || cancelled) continue;
      cancelled = true;
      await mechanic.call(routes.cancelJob, { params: { jobId: id }, body: {} });
    }
    leave.abort();
    const states = [...text.matchAll(/"state":"(\w+)"/g)].map((match) => match[1]);
    expect(states[0]).toBe('queued');
    expect(states.at(-1)).toBe('cancelled');
    expect(text).toContain('"progress":0.5');
  });
});
