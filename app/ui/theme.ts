import { effect, Injectable, signal } from '@angular/core';

export const THEMES = ['light', 'dark', 'night'] as const;
export type Theme = (typeof THEMES)[number];
const KEY = 'coulan-theme';

@Injectable({ providedIn: 'root' })
export class ThemeChoice {
  readonly theme = signal<Theme>(stored());

  constructor() {
    effect(() => {
      const theme = this.theme();
      document.documentElement.dataset['theme'] = theme;
      document
        .querySelector('meta[name=theme-color]')
        ?.setAttribute('content', getComputedStyle(document.documentElement).getPropertyValue('--sheet').trim());
      try {
        localStorage.setItem(KEY, theme);
      } catch {
        // Not kept, then; the choice still holds for this page.
      }
    });
  }

  next(): void {
    this.theme.update((theme) => THEMES[(THEMES.indexOf(theme) + 1) % THEMES.length]!);
  }
}

function stored(): Theme {
  try {
    const theme = localStorage.getItem(KEY);
    if (THEMES.some((known) => known === theme)) return theme as Theme;
  } catch {
    // Storage is blocked: go by the system.
  }
  return matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
}
