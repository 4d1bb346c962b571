import { effect, Injectable, signal } from '@angular/core';

export type Theme = 'day' | 'night';
export type UnitOrder = 'metric' | 'inch';

const KEY = 'gantelet.preferences';

/** What this device shows and in which order; kept on the device. */
@Injectable({ providedIn: 'root' })
export class Preferences {
  private readonly stored = readStored();
  readonly theme = signal<Theme>(this.stored.theme ?? 'day');
  /** Which of two units stands first. */
  readonly unitOrder = signal<UnitOrder>(this.stored.unitOrder ?? 'metric');

  constructor() {
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
