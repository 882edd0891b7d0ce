import { useEffect, useRef, useState } from 'react'

/** Three columns and the room between them, in the picture's own pixels. */
export const LEAST_WIDTH_PX = 800
/** The part that is seen is told anew only when it has moved by so much. */
const STEP_PX = 150

/** The room that a scrolled picture has, and which of its heights are seen, in the picture's own pixels. */
export function useRoom(zoom: number) {
  const holder = useRef<HTMLDivElement>(null)
  const [room, setRoom] = useState({ width: LEAST_WIDTH_PX, height: 640 })
  const [topPx, setTopPx] = useState(0)
  useEffect(() => {
    const element = holder.current
    if (element === null) return
    const measure = () => setRoom({ width: element.clientWidth, height: element.clientHeight })
    const observer = new ResizeObserver(measure)
    observer.observe(element)
    const onScroll = () =>
      setTopPx((before) => (Math.abs(element.scrollTop - before) < STEP_PX ? before : element.scrollTop))
    element.addEventListener('scroll', onScroll, { passive: true })
    return () => {
      observer.disconnect()
      element.removeEventListener('scroll', onScroll)
    }
  }, [])
  return { holder, room, seen: { fromPx: topPx / zoom, toPx: (topPx + room.height) / zoom } }
}
