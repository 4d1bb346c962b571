import { effect, signal, type WritableSignal } from '@angular/core';
import type { ActionReducer, MetaReducer } from '@ngrx/store';

const storageKey = (name: string): string => `gantelet.kept.${name}`;

/**
 * Keeps parts of a state, such as what is on the bench, over a reload for as long as the tab stays open.
 *
 * @param version changes whenever the parts change shape: older content is then dropped
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
 * A page choice, such as a filter, that survives a reload for as long as the tab stays open. Only in an injection
 * context.
 *
 * @param fits whether the stored choice is still available
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

/** Forgets everything stored: the next person starts afresh. */
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

/** What is stored under a name; undefined if there is nothing, it is not ours, or the browser stores nothing. */
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
    // A browser without storage loses it on a reload.
  }
}
