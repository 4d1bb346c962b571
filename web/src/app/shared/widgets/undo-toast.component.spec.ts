import { mount } from '../../testing/mount';
import { UndoToastComponent } from './undo-toast.component';

describe('the undo toast', () => {
  beforeEach(() => {
    jasmine.clock().install();
    jasmine.clock().mockDate(new Date('2026-03-04T10:00:00Z'));
  });
  afterEach(() => jasmine.clock().uninstall());

  it('counts down its minute, and restarts for another change', async () => {
    let undone = 0;
    const toast = await mount(UndoToastComponent, {
      of: 'a',
      text: 'Needle change logged.',
      label: 'Undo, Flat 5',
    });
    toast.fixture.componentInstance.undo.subscribe(() => undone++);
    const left = async (): Promise<string | undefined> => {
      await toast.settled();
      return toast.host.querySelector('.left')?.textContent;
    };
    jasmine.clock().tick(1);
    expect(await left()).toBe('60 s');
    jasmine.clock().tick(25_000);
    expect(await left()).toBe('35 s');
    await toast.set({ of: 'b' });
    jasmine.clock().tick(1000);
    expect(await left()).toBe('59 s');
    await toast.press('Undo, Flat 5');
    expect(undone).toBe(1);
  });
});
