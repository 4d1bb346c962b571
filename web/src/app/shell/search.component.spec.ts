import { Router } from '@angular/router';
import { TestBed } from '@angular/core/testing';
import { of, throwError } from 'rxjs';
import { newId, type SearchResult } from '@gantelet/contracts';
import { ApiClient } from '../shared/api/api-client';
import { mount } from '../testing/mount';
import { SearchComponent } from './search.component';

const NOTHING: SearchResult = { machines: [], setups: [], lots: [], people: [] };

describe('the search', () => {
  async function open(answer: () => ReturnType<ApiClient['call']>) {
    const asked: unknown[] = [];
    const call = (_: unknown, parts: { readonly query: unknown }) => {
      asked.push(parts.query);
      return answer();
    };
    const page = await mount(SearchComponent, { open: true }, [{ provide: ApiClient, useValue: { call } }]);
    const closed: unknown[] = [];
    page.fixture.componentInstance.closed.subscribe(() => closed.push(true));
    const options = () => [...document.querySelectorAll<HTMLElement>('ngb-typeahead-window button')];
    const status = () => page.host.querySelector('[role=status]')!.textContent;
    const search = (text: string) => page.type('Machine, set-up', text);
    return { ...page, asked, closed, options, status, search };
  }

  it('finds machines, set-ups, people and a few lots, and goes where one is chosen', async () => {
    const machine = { id: newId(), name: 'Post-bed 14', shopNumber: 14, zoneName: 'Hall' };
    const lots = Array.from({ length: 5 }, (_, i) => ({
      ...{ id: newId(), code: `L-${i}`, systemId: '135x16', nm: 140 },
    }));
    const page = await open(() => of({ ...NOTHING, machines: [machine], lots } as never));
    const go = spyOn(TestBed.inject(Router), 'navigateByUrl').and.resolveTo(true);
    await page.search('post');
    await page.until(() => page.options().length > 0);
    expect(page.options()[0]!.textContent).toContain('Post-bed 14');
    expect(page.options()[0]!.textContent).toContain('machine, Hall');
    expect(page.options().filter((one) => one.textContent?.includes('needle lot')).length).toBe(3);
    page.options()[0]!.click();
    await page.settled();
    expect(go).toHaveBeenCalledOnceWith(`/floor/${machine.id}`);
    expect(page.closed.length).toBe(1);
  });

  it('asks once for what was typed in one go, and not at all for nothing', async () => {
    const page = await open(() => of(NOTHING as never));
    await page.search('p');
    await page.search('po');
    await page.search('  pos ');
    await page.until(() => page.asked.length > 0);
    await page.search('   ');
    expect(page.asked).toEqual([{ q: 'pos' }]);
  });

  it('says that nothing matches', async () => {
    const page = await open(() => of(NOTHING as never));
    await page.search('zzzz');
    await page.until(() => page.status()!.includes('Nothing matches “zzzz”.'));
    expect(page.options()).toEqual([]);
  });

  it('finds rooms without the server, and says that it could not be reached', async () => {
    const page = await open(() => throwError(() => new Error('away')));
    await page.search('tension');
    await page.until(() => page.options().length > 0);
    expect(page.status()).toContain('Cannot reach the server');
    expect(page.options().some((one) => one.textContent?.includes('Tension'))).toBeTrue();
  });
});
