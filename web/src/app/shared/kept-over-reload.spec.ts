import { provideZonelessChangeDetection } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { createAction, createReducer, on, props } from '@ngrx/store';
import { forgetKept, keptOverReload, signalOverReload } from './kept-over-reload';

interface Bench {
  readonly draft: string;
  readonly busy: boolean;
}

describe('what is kept over a reload', () => {
  const typed = createAction('typed', props<{ draft: string }>());
  const reducer = createReducer<Bench>(
    { draft: '', busy: false },
    on(typed, (_, { draft }) => ({ draft, busy: true })),
  );
  /** The state of a newly opened page, and its actions. */
  const open = (version = 1) => {
    const kept = keptOverReload<Bench>('bench', version, ['draft'])(reducer);
    return { state: kept(undefined, { type: 'init' }), kept };
  };
  beforeEach(() => forgetKept());
  afterAll(() => forgetKept());

  it('is restored with the named parts, and no others', () => {
    const { state, kept } = open();
    kept(state, typed({ draft: 'strap' }));
    expect(open().state).toEqual({ draft: 'strap', busy: false });
  });

  it('is dropped if its shape has changed, if it cannot be read, and when somebody signs out', () => {
    const { state, kept } = open();
    kept(state, typed({ draft: 'strap' }));
    expect(open(2).state.draft).toBe('');
    sessionStorage.setItem('gantelet.kept.bench', '{');
    expect(open().state.draft).toBe('');
    kept(state, typed({ draft: 'strap' }));
    forgetKept();
    expect(open().state.draft).toBe('');
  });
});

describe('a choice that survives a reload', () => {
  const isWay = (kept: unknown): kept is 'a' | 'b' => kept === 'a' || kept === 'b';
  const open = () => TestBed.runInInjectionContext(() => signalOverReload<'a' | 'b'>('choice', 'a', isWay));
  beforeEach(() => {
    forgetKept();
    TestBed.configureTestingModule({ providers: [provideZonelessChangeDetection()] });
  });
  afterAll(() => forgetKept());

  it('is restored as chosen, unless it is no longer available', () => {
    const choice = open();
    expect(choice()).toBe('a');
    choice.set('b');
    TestBed.tick();
    expect(open()()).toBe('b');
    sessionStorage.setItem('gantelet.kept.choice', '"c"');
    expect(open()()).toBe('a');
  });
});
