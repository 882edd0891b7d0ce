import type { Metadata } from 'next'
import { cookies, headers } from 'next/headers'
import type { ReactNode } from 'react'
import { whoLooks } from '@/server/page-actor'
import { whoIs } from '@/server/who'
import { Providers } from '@/ui/shared/providers'
import { WhoProvider } from '@/ui/shared/who'
import { FACES } from './fonts'
import { THEME_COOKIE } from '@/ui/shared/theme'
import './globals.css'

export const metadata: Metadata = {
  title: { default: 'Gentle Loom', template: '%s · Gentle Loom' },
  description: 'Which lead goes where, and will it hold? Plan and check fan and light wiring before building.',
}

export default async function RootLayout({ children }: { readonly children: ReactNode }) {
  const nonce = (await headers()).get('x-nonce') ?? ''
  const who = whoIs(await whoLooks())
  const theme = (await cookies()).get(THEME_COOKIE)?.value === 'dark' ? 'dark' : 'light'
  return (
    <html lang="en" data-theme={theme} className={FACES}>
      <body>
        <WhoProvider who={who}>
          <Providers nonce={nonce}>{children}</Providers>
        </WhoProvider>
      </body>
    </html>
  )
}
