import {
  provideZonelessChangeDetection,
  type EnvironmentProviders,
  type Provider,
  type Type,
} from '@angular/core';
import { TestBed, type ComponentFixture } from '@angular/core/testing';
import { provideRouter } from '@angular/router';

type Control = HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement;

/** A single component, and what a person can do with it. Everything is found by its visible words. */
export interface Mounted<T> {
  readonly fixture: ComponentFixture<T>;
  readonly host: HTMLElement;
  /** All visible words, with single spaces. */
  text(): string;
  set(inputs: Readonly<Record<string, unknown>>): Promise<void>;
  /** The button or link with given words in it or as its label; null if there is none. */
  button(words: string): HTMLButtonElement | null;
  /** @throws Error if there is no such button */
  press(words: string): Promise<void>;
  /** The field whose label begins with given words. @throws Error if there is none */
  field(label: string): Control;
  /** Types into a field and leaves it. */
  type(label: string, text: string): Promise<void>;
  /** Chooses an option by its text. */
  choose(label: string, option: string): Promise<void>;
  settled(): Promise<void>;
  /** Waits until a condition holds and its effects are shown; the test's own time limit ends a wait in vain. */
  until(holds: () => boolean): Promise<void>;
}

/** Waits until a condition holds; the test's own time limit ends a wait in vain. */
export async function until(holds: () => boolean): Promise<void> {
  while (!holds()) await new Promise((resolve) => setTimeout(resolve, 5));
}

/** @param before runs once things can be injected and before anything is shown */
export async function mount<T>(
  component: Type<T>,
  inputs: Readonly<Record<string, unknown>> = {},
  providers: readonly (Provider | EnvironmentProviders)[] = [],
  before: () => void = () => undefined,
): Promise<Mounted<T>> {
  TestBed.configureTestingModule({
    providers: [provideZonelessChangeDetection(), provideRouter([]), ...providers],
  });
  before();
  const fixture = TestBed.createComponent(component);
  const host = fixture.nativeElement as HTMLElement;
  const settled = async (): Promise<void> => {
    await fixture.whenStable();
  };
  const wordsOf = (element: Element): string => (element.textContent ?? '').replace(/\s+/g, ' ').trim();
  const all = <E extends Element>(selector: string): E[] => [...host.querySelectorAll<E>(selector)];

  const button = (words: string) =>
    all<HTMLButtonElement>('button, a').find(
      (one) => one.getAttribute('aria-label')?.includes(words) ?? wordsOf(one).includes(words),
    ) ?? null;
  const field = (label: string): Control => {
    const named = all<HTMLLabelElement>('label').find((one) => wordsOf(one).startsWith(label));
    const found =
      (named?.control as Control | null | undefined) ??
      all<Control>('input, select, textarea').find((one) =>
        one.getAttribute('aria-label')?.startsWith(label),
      );
    if (!found) throw new Error(`no field ${label} in: ${wordsOf(host)}`);
    return found;
  };
  const enter = async (control: Control, value: string): Promise<void> => {
    control.value = value;
    control.dispatchEvent(new Event('input', { bubbles: true }));
    control.dispatchEvent(new Event('change', { bubbles: true }));
    await settled();
  };
  const set = async (values: Readonly<Record<string, unknown>>): Promise<void> => {
    for (const [name, value] of Object.entries(values)) fixture.componentRef.setInput(name, value);
    await settled();
  };
  await set(inputs);
  return {
    fixture,
    host,
    text: () => wordsOf(host),
    set,
    button,
    press: async (words) => {
      const found = button(words);
      if (!found) throw new Error(`no button ${words} in: ${wordsOf(host)}`);
      found.click();
      await settled();
    },
    field,
    type: (label, text) => enter(field(label), text),
    choose: (label, option) => {
      const select = field(label) as HTMLSelectElement;
      const chosen = [...select.options].find((one) => wordsOf(one) === option);
      if (!chosen) throw new Error(`no ${option} among: ${wordsOf(select)}`);
      return enter(select, chosen.value);
    },
    settled,
    until: async (holds) => {
      await until(holds);
      await settled();
    },
  };
}
