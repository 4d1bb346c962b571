import { readLabel, withShopValues, type NeedleReading } from '@gantelet/core';
import { MACHINE } from '../../testing/examples';
import { mount } from '../../testing/mount';
import { NeedleOnMachineComponent } from './needle-on-machine.component';
import { PointCompareComponent } from './point-compare.component';
import { benchAnswer } from './bench-answer';
import { EMPTY_BENCH } from './bench-draft';
import { SETUP } from '../../testing/examples';

const HARNESS = { ...MACHINE, id: 'harness', name: 'Heavy arm 13', systemIds: ['794'] };

function needle(label: string): NeedleReading {
  const answer = readLabel(label);
  const [first] = answer.outcome === 'read' ? answer.readings : [];
  if (first?.kind !== 'needle') throw new Error(label);
  return first.needle;
}

describe('a needle in hand beside the machines', () => {
  const open = (label: string, machine: typeof MACHINE | null) =>
    mount(NeedleOnMachineComponent, {
      needle: needle(label),
      machine,
      machines: [MACHINE, HARNESS],
      values: withShopValues([]),
    });

  it('fits', async () => {
    expect((await open('135x16 140/22 LR', MACHINE)).text()).toContain(`Fits ${MACHINE.name}`);
  });

  it('does not fit, with the reason in a line and the machines it does fit', async () => {
    const { text } = await open('135x16 140/22 LR', HARNESS);
    expect(text()).toContain('Does not fit Heavy arm 13: it takes 794, this is 135x16');
    expect(text()).toContain(`It fits ${MACHINE.name}.`);
  });

  it('is tried on all machines if none is on the bench', async () => {
    expect((await open('135x16', null)).text()).toBe(`It fits ${MACHINE.name}.`);
  });

  it('fits none', async () => {
    expect((await open('130/705 H', null)).text()).toBe('It fits no machine of this shop.');
  });
});

describe('two points on one stitch', () => {
  it('are drawn side by side with the leather each leaves', async () => {
    const draft = { ...EMPTY_BENCH, machineId: MACHINE.id, layers: SETUP.layers, threadText: 'V138' };
    const { question, chosen } = benchAnswer(draft, MACHINE, {
      machines: [MACHINE],
      setups: [],
      balanced: new Map(),
      hands: new Map(),
      cases: new Map(),
      values: withShopValues([]),
      schools: { size: 'free', leatherPoint: 'cutting', coatedPoint: 'small-cut' },
    });
    const { host, choose, text } = await mount(PointCompareComponent, {
      question: question!,
      chosen: chosen!,
    });
    expect(host.querySelectorAll('gan-seam-line').length).toBe(2);
    expect(text()).toContain('Stitches lie slightly slanted; 2.9 mm left between holes.');
    await choose('Beside it', 'lengthwise cutting point (S)');
    expect(text()).toContain('weakest land; 2.5 mm left between holes.');
  });
});
