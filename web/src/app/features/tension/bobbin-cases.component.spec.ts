import type { BobbinCaseView } from '@gantelet/contracts';
import { TENSION } from '../../testing/examples';
import { mount } from '../../testing/mount';
import { resetsText } from '../../shared/words/bobbin-case-words';
import { BobbinCasesComponent } from './bobbin-cases.component';

const oneCase = (mark: string, change: Partial<BobbinCaseView> = {}): BobbinCaseView => ({
  ...{ id: `case ${mark}`, machineId: TENSION.machine.id, mark, isIn: false, latch: 'smooth' },
  ...{
    slotMostTex: null,
    settingScrew: null,
    note: '',
    version: 0,
    setForTex: null,
    screwTurns: 0,
    drop: null,
  },
  resets: { count: 0, threads: [] },
  ...change,
});
const A = oneCase('A', { isIn: true, setForTex: 45 });
const B = oneCase('B', { setForTex: 135, drop: { tex: 135, outcome: 'creeps' } });

describe("a machine's bobbin cases", () => {
  async function open(more: Readonly<Record<string, unknown>> = {}) {
    const mounted = await mount(BobbinCasesComponent, {
      ...{ cases: [A, B], tex: 135, mayLog: true, busy: false, worthSteps: 2, resetMinutes: 2 },
      ...more,
    });
    const told: unknown[] = [];
    const { putIn, added, revised } = mounted.fixture.componentInstance;
    putIn.subscribe((one) => told.push(one));
    added.subscribe((one) => told.push(one));
    revised.subscribe((one) => told.push(one));
    return { ...mounted, told, text: () => mounted.host.textContent!.replace(/\s+/g, ' ') };
  }

  it('show which one is in, and offer the one set for the thread', async () => {
    const { text, press, told, set } = await open();
    expect(text()).toContain('Case A is in: set for Tex 45.');
    expect(text()).toContain('Case B is set for Tex 135, drop test: creeps');
    await press('Put case B in');
    expect(told).toEqual(['case B']);
    await set({ tex: 45 });
    expect(text()).not.toContain('Put case B in');
  });

  it('are just "the bobbin case" if none is marked', async () => {
    const { text } = await open({ cases: [{ ...A, id: null, mark: null }] });
    expect(text()).toContain('The bobbin case is set for Tex 45.');
    expect(text()).toContain('Bobbin cases of this machine: not marked');
  });

  it('draw which screw sets the leaf spring, and which only holds it', async () => {
    const { host } = await open({ cases: [{ ...A, settingScrew: 'further-away' }] });
    const drawn = [...host.querySelectorAll('gan-leaf-drawing text')].map(({ textContent }) => textContent);
    expect(drawn).toEqual(['thread', 'holds', 'sets']);
  });

  it('warns of a slot that is too narrow and a latch that springs open', async () => {
    const { text, set } = await open({ cases: [{ ...A, slotMostTex: 90 }] });
    expect(text()).toContain('Tex 135 is too thick for the slot of case A: Tex 90 at most.');
    await set({ cases: [{ ...A, latch: 'springs-open' }] });
    expect(text()).toContain('Case A springs open: do not sew with it.');
  });

  it('accept a new one, keeping what is typed until the machine has it', async () => {
    const { type, press, told, set, host } = await open({ cases: [] });
    const mark = () => host.querySelector<HTMLInputElement>('input[formControlName=mark]')!.value;
    await type('Mark on the case', ' C ');
    await type('Thickest thread that slips into its slot, Tex', '135');
    await press('Add the case');
    expect(told).toEqual([{ mark: 'C', latch: 'smooth', slotMostTex: 135, settingScrew: null, note: '' }]);
    expect(mark()).toBe(' C ');
    await set({ cases: [oneCase('C', { isIn: true })] });
    expect(mark()).toBe('');
  });

  it('revise one with the version that was read', async () => {
    const { press, type, told } = await open();
    await press('Edit case B');
    await type('Note', 'filed out');
    await press('Save the case');
    const change = {
      mark: 'B',
      latch: 'smooth',
      slotMostTex: null,
      settingScrew: null,
      note: 'filed out',
      version: 0,
      thrownAway: false,
    };
    expect(told).toEqual([{ caseId: 'case B', change }]);
  });

  it('are read-only for an operator', async () => {
    const { host, text } = await open({ mayLog: false });
    expect(host.querySelector('button')).toBeNull();
    expect(text()).toContain('Case A is in');
  });
});

describe('advice from resets', () => {
  const often = (count: number) => ({ ...A, resets: { count, threads: [45, 135] } });
  it('gives what a case for each thread would have saved, once it is significant and while there is none', () => {
    expect(resetsText([often(7)], 2)).toBe(
      'Set for another thread 7 times in 90 days (Tex 45, Tex 135). A case for each would have saved about 14 minutes.',
    );
    expect(resetsText([often(2)], 2)).toBeNull();
    expect(resetsText([often(7), B], 2)).toBeNull();
    expect(resetsText([], 2)).toBeNull();
  });
});
