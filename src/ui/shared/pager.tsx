import { ChevronLeft, ChevronRight } from 'lucide-react'
import { Button } from './button'

interface PagerProps {
  /** What is paged, as in “Pages of builds”. */
  readonly of: string
  readonly page: number
  readonly pageCount: number
  readonly onPage: (page: number) => void
}

/** Goes from page to page of a list; nothing where one page holds all. */
export function Pager({ of, page, pageCount, onPage }: PagerProps) {
  if (pageCount < 2) return null
  return (
    <nav aria-label={`Pages of ${of}`} className="flex items-center justify-center gap-3 py-2 text-[14px]">
      <Button small disabled={page <= 1} onClick={() => onPage(page - 1)}>
        <ChevronLeft size={15} aria-hidden /> Before
      </Button>
      <span>
        page {page} of {pageCount}
      </span>
      <Button small disabled={page >= pageCount} onClick={() => onPage(page + 1)}>
        Next <ChevronRight size={15} aria-hidden />
      </Button>
    </nav>
  )
}
