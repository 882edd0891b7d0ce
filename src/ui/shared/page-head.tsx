import type { ReactNode } from 'react'
import { Logo } from './logo'
import { ThemeSwitch } from './theme-switch'
import { WhoMenu } from './who-menu'

/** What stands above a page that is none of a build: the way to all builds, and the switch of light and dark. */
export function PageHead({ children }: { readonly children?: ReactNode }) {
  return (
    <header className="flex flex-wrap items-center justify-between gap-3 py-3 print:hidden">
      <Logo />
      {children}
      <span className="flex items-center">
        <WhoMenu />
        <ThemeSwitch />
      </span>
    </header>
  )
}
