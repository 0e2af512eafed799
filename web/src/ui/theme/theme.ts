/** How Heath looks: as the system does, by day, or by night. Kept in this browser. */
export const THEMES = ['system', 'day', 'night'] as const;
export type Theme = (typeof THEMES)[number];

const KEY = 'heath.theme';
const NIGHT = '(prefers-color-scheme: dark)';

/** What somebody chose in this browser; the system's where they did not, or where the browser keeps nothing. */
export function chosenTheme(): Theme {
  try {
    const kept = localStorage.getItem(KEY);
    return THEMES.find((theme) => theme === kept) ?? 'system';
  } catch {
    return 'system';
  }
}

function show(): void {
  const chosen = chosenTheme();
  const isNight = chosen === 'night' || (chosen === 'system' && matchMedia(NIGHT).matches);
  document.documentElement.dataset.theme = isNight ? 'dark' : 'light';
}

export function chooseTheme(theme: Theme): void {
  try {
    localStorage.setItem(KEY, theme);
  } catch {
    // A browser that keeps nothing follows the system.
  }
  show();
}

/** Shows the theme now, and whenever the system's or another tab's choice changes. */
export function followTheme(): void {
  show();
  matchMedia(NIGHT).addEventListener('change', show);
  addEventListener('storage', show);
}
