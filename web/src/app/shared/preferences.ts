import { effect, Injectable, signal } from '@angular/core';

export type Theme = 'day' | 'night';
export type UnitOrder = 'metric' | 'inch';

const KEY = 'gantelet.preferences';

/**
 * Which of two units comes first, and the unit of lengths. One for the whole page, since texts built anywhere follow
 * it.
 */
export const shownUnits = signal<UnitOrder>('metric');

/** What this device shows and in which order; stored on the device. */
@Injectable({ providedIn: 'root' })
export class Preferences {
  private readonly stored = readStored();
  readonly theme = signal<Theme>(this.stored.theme ?? 'day');
  readonly unitOrder = shownUnits;

  constructor() {
    shownUnits.set(this.stored.unitOrder ?? 'metric');
    effect(() => {
      document.documentElement.dataset['bsTheme'] = this.theme() === 'night' ? 'dark' : 'light';
      localStorage.setItem(KEY, JSON.stringify({ theme: this.theme(), unitOrder: this.unitOrder() }));
    });
  }

  switchTheme(): void {
    this.theme.update((theme) => (theme === 'day' ? 'night' : 'day'));
  }

  switchUnits(): void {
    this.unitOrder.update((order) => (order === 'metric' ? 'inch' : 'metric'));
  }
}

function readStored(): { theme?: Theme; unitOrder?: UnitOrder } {
  try {
    const { theme, unitOrder } = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Record<string, unknown>;
    return {
      ...(theme === 'day' || theme === 'night' ? { theme } : {}),
      ...(unitOrder === 'metric' || unitOrder === 'inch' ? { unitOrder } : {}),
    };
  } catch {
    return {};
  }
}
