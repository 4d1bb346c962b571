import { effect, signal, type WritableSignal } from '@angular/core';
import type { ActionReducer, MetaReducer } from '@ngrx/store';

const storageKey = (name: string): string => `gantelet.kept.${name}`;

/**
 * Keeps parts of a state over a reload of the page, such as what lies on the bench, for as long as the page stays open.
 *
 * @param version another number whenever the parts are of another shape: what was kept before is forgotten then
 */
export function keptOverReload<State extends object>(
  name: string,
  version: number,
  parts: readonly (keyof State & string)[],
): MetaReducer<State> {
  return (reducer: ActionReducer<State>): ActionReducer<State> =>
    (state, action) => {
      const next = reducer(state, action);
      if (state === undefined) return { ...next, ...read<State>(name, version, parts) };
      if (parts.some((part) => next[part] !== state[part])) {
        const kept = Object.fromEntries(parts.map((part) => [part, next[part]]));
        write(name, JSON.stringify({ version, kept }));
      }
      return next;
    };
}

/**
 * A choice of a page, such as a filter, that stands over a reload for as long as the page stays open. Only where effects
 * can be made.
 *
 * @param fits whether what was kept can still be chosen
 */
export function signalOverReload<T>(
  name: string,
  initial: T,
  fits: (kept: unknown) => kept is T,
): WritableSignal<T> {
  const kept = parsed(name);
  const choice = signal(fits(kept) ? kept : initial);
  effect(() => {
    write(name, JSON.stringify(choice()));
  });
  return choice;
}

/** Forgets all that was kept: whoever signs in next starts again. */
export function forgetKept(): void {
  for (const key of Object.keys(sessionStorage))
    if (key.startsWith(storageKey(''))) sessionStorage.removeItem(key);
}

function read<State>(
  name: string,
  version: number,
  parts: readonly (keyof State & string)[],
): Partial<State> {
  const stored = parsed(name) as
    { readonly version: number; readonly kept: Partial<State> } | null | undefined;
  if (stored?.version !== version) return {};
  return Object.fromEntries(
    parts.flatMap((part) => (part in stored.kept ? [[part, stored.kept[part]]] : [])),
  ) as Partial<State>;
}

/** What is kept under a name; undefined for nothing, for somebody else's text, and in a browser that keeps nothing. */
function parsed(name: string): unknown {
  try {
    const text = sessionStorage.getItem(storageKey(name));
    return text === null ? undefined : (JSON.parse(text) as unknown);
  } catch {
    return undefined;
  }
}

function write(name: string, text: string): void {
  try {
    sessionStorage.setItem(storageKey(name), text);
  } catch {
    // A browser that keeps nothing loses it on a reload, as all did before.
  }
}
