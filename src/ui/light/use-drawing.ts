'use client'

import { useEffect, useEffectEvent, useRef, type RefObject } from 'react'
import { useLight } from './light-state'

/** Keeps a canvas drawn: again and again while it plays, and once for whatever else changes. */
export function useDrawing<D>(
  drawing: D,
  draw: (canvas: HTMLCanvasElement, drawing: D, timeMs: number) => void,
): RefObject<HTMLCanvasElement | null> {
  const canvas = useRef<HTMLCanvasElement>(null)
  const { isPlaying, timeMs, pace, look, pointed } = useLight()
  const drawAt = useEffectEvent((atMs: number) => {
    if (canvas.current !== null) draw(canvas.current, drawing, atMs)
  })
  useEffect(() => {
    if (!isPlaying) return
    let [frame, before, atMs] = [0, performance.now(), timeMs]
    const next = (now: number) => {
      atMs += (now - before) * pace
      before = now
      drawAt(atMs)
      frame = requestAnimationFrame(next)
    }
    frame = requestAnimationFrame(next)
    return () => {
      cancelAnimationFrame(frame)
      // Where it stood when it was paused, it goes on.
      if (!useLight.getState().isPlaying && useLight.getState().timeMs === timeMs) useLight.setState({ timeMs: atMs })
    }
  }, [isPlaying, timeMs, pace])
  useEffect(() => {
    if (!isPlaying) drawAt(timeMs)
  }, [isPlaying, timeMs, look, pointed, drawing])
  useEffect(() => {
    const element = canvas.current!
    const fit = () => {
      const ratio = window.devicePixelRatio
      const { width, height } = element.getBoundingClientRect()
      ;[element.width, element.height] = [Math.round(width * ratio), Math.round(height * ratio)]
      drawAt(useLight.getState().timeMs)
    }
    const resized = new ResizeObserver(fit)
    resized.observe(element)
    return () => resized.disconnect()
  }, [])
  return canvas
}
