'use client'

import { Moon, Sun } from 'lucide-react'
import { Button } from './button'
import { currentTheme, setTheme } from './theme'

/** Changes between the light and the dark cloth. */
export function ThemeSwitch() {
  return (
    <Button
      tone="quiet"
      small
      aria-label="Light or dark"
      title="Light or dark"
      onClick={() => setTheme(currentTheme() === 'dark' ? 'light' : 'dark')}
    >
      <Sun size={17} aria-hidden className="hidden in-data-[theme=dark]:block" />
      <Moon size={17} aria-hidden className="in-data-[theme=dark]:hidden" />
    </Button>
  )
}
