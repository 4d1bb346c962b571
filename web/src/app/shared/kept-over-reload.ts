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
  try {
    const stored = JSON.parse(sessionStorage.getItem(storageKey(name)) ?? 'null') as {
      readonly version: number;
      readonly kept: Partial<State>;
    } | null;
    if (stored?.version !== version) return {};
    return Object.fromEntries(
      parts.flatMap((part) => (part in stored.kept ? [[part, stored.kept[part]]] : [])),
    ) as Partial<State>;
  } catch {
    // Somebody else's text, or a browser that keeps nothing.
    return {};
  }
}

function write(name: string, text: string): void {
  try {
    sessionStorage.setItem(storageKey(name), text);
  } catch {
    // A browser that keeps nothing loses it on a reload, as all did before.
  }
}
