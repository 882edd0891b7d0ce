import { format } from 'date-fns'
import { useEffect } from 'react'

const PROPERTY = '--printed-foot'

/** Puts a text and the date at the foot of every printed page: its margin shows the property, as the style sheet says. */
export function usePrintedFoot(text: string): void {
  useEffect(() => {
    const { style } = document.documentElement
    // A JSON string is a CSS string, where no line breaks are in it.
    style.setProperty(PROPERTY, JSON.stringify(`${text}, ${format(new Date(), 'd MMMM yyyy')}`))
    return () => {
      style.removeProperty(PROPERTY)
    }
  }, [text])
}
