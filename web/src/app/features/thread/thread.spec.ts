import { ApplicationRef, provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { provideState, provideStore } from '@ngrx/store';
import { catalogueFeature } from '../catalogue/catalogue.state';
import { ThreadPage } from './thread.page';

describe('the thread room', () => {
  async function reading(text: string): Promise<HTMLElement> {
    TestBed.configureTestingModule({
      providers: [
        provideZonelessChangeDetection(),
        provideRouter([]),
        provideStore(),
        provideState(catalogueFeature),
      ],
    });
    const fixture = TestBed.createComponent(ThreadPage);
    fixture.componentRef.setInput('read', text);
    await fixture.whenStable();
    return fixture.nativeElement as HTMLElement;
  }

  it('gives a reading with its equivalents, each with a source reachable by keyboard', async () => {
    const page = await reading('V138');
    const rows = [...page.querySelectorAll('dl div')].map((row) => [
      row.querySelector('dt')?.textContent,
      row.querySelector('dd')?.firstChild?.textContent?.trim(),
    ]);
    expect(rows).toContain(['Ticket, as sold', '20']);
    expect(rows).toContain(['Letter', 'FF']);
    expect(page.querySelectorAll('dl gan-standing button').length).toBe(rows.length);
  });

  it('asks if a number reads in several ways', async () => {
    const page = await reading('90');
    expect(page.querySelectorAll('gan-label-reading').length).toBe(3);
    expect(page.textContent).toContain('can mean 3 different things');
  });

  it('refuses a pair that is not made', async () => {
    expect((await reading('70/12')).textContent).toContain('Did you mean 70/10 or 80/12?');
  });

  it('reports names that disagree', async () => {
    expect((await reading('V92/T135')).textContent).toContain('size 92 is Tex 90, Tex 135 is Tex 135');
  });

  it('doubts a Tex that no thread is sold by', async () => {
    expect((await reading('tex 138')).textContent).toContain('the nearest is Tex 135, or size 138');
  });

  it('compares needles with needles', async () => {
    const page = await reading('NM 140 or NM 160');
    expect(page.querySelector('.verdict')?.textContent).toContain('is the thinner needle');
    expect(page.querySelector('.compared')?.textContent).toContain('NM 160 / 23');
  });

  it('shows a comparison on the ladder', async () => {
    const page = await reading('ticket 20 or ticket 40');
    expect(page.querySelector('.verdict')?.textContent).toContain('is the thicker thread');
    expect(page.querySelectorAll('svg .read').length).toBe(2);
  });

  it('says why a kind of thread is not for machines', async () => {
    const page = await reading('');
    const kind = page.querySelector<HTMLSelectElement>('#ladder-kind')!;
    kind.value = 'waxed-hand';
    kind.dispatchEvent(new Event('change'));
    await TestBed.inject(ApplicationRef).whenStable();
    expect(page.textContent).toContain('the wax clogs tension discs');
  });
});
