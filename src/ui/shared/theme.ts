export const THEME_COOKIE = 'loom-theme'
export type Theme = 'light' | 'dark'

/** The theme the page shows now. */
export function currentTheme(): Theme {
  return document.documentElement.dataset['theme'] === 'dark' ? 'dark' : 'light'
}

/** Shows a theme and remembers it for a year, so that the server paints it from the first byte. */
export function setTheme(theme: Theme): void {
  document.documentElement.dataset['theme'] = theme
  document.cookie = `${THEME_COOKIE}=${theme}; path=/; max-age=31536000; samesite=strict`
}
