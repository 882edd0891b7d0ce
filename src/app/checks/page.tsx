import type { Metadata } from 'next'
import { RulesPage } from '@/ui/rules/rules-page'

export const dynamic = 'force-dynamic'
export const metadata: Metadata = { title: 'What is checked · Gentle Loom' }

export default function ChecksPage() {
  return <RulesPage />
}
