import type { Type } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { provideState, provideStore, Store, type Action, type FeatureSlice } from '@ngrx/store';
import { mount, type Mounted } from './mount';

/** A single page with its store, and the actions it dispatches. */
export interface MountedPage<T> extends Mounted<T> {
  readonly store: Store;
  /** Everything dispatched since the page was shown. */
  readonly dispatched: readonly Action[];
  /** Those of one kind. */
  of<A extends Action>(creator: { readonly type: string } & ((...args: never[]) => A)): readonly A[];
}

/** @param page with the features it reads, earlier actions, and its inputs */
export async function mountPage<T>(
  component: Type<T>,
  page: {
    // eslint-disable-next-line @typescript-eslint/no-explicit-any -- features of any state
    readonly features: readonly FeatureSlice<any>[];
    readonly before: readonly Action[];
    readonly inputs?: Readonly<Record<string, unknown>>;
  },
): Promise<MountedPage<T>> {
  const dispatched: Action[] = [];
  const providers = [provideStore(), ...page.features.map((feature) => provideState(feature))];
  const mounted = await mount(component, page.inputs, providers, () => {
    const store = TestBed.inject(Store);
    for (const action of page.before) store.dispatch(action);
    const dispatch = store.dispatch.bind(store) as (action: Action) => void;
    spyOn(store, 'dispatch').and.callFake(((action: Action) => {
      dispatched.push(action);
      dispatch(action);
    }) as never);
  });
  return {
    ...mounted,
    store: TestBed.inject(Store),
    dispatched,
    of: (creator) => dispatched.filter(({ type }) => type === creator.type) as never,
  };
}
