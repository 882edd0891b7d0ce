import { MouseSensor, TouchSensor, useSensor, useSensors } from '@dnd-kit/core'

/** A press this long on a touch screen picks a thing up; shorter ones scroll. */
const TOUCH_MS = 180
const DRAG_PX = 6
// The same objects each time: with new ones everything that can be dragged is drawn again.
const BY_MOUSE = { activationConstraint: { distance: DRAG_PX } }
const BY_TOUCH = { activationConstraint: { delay: TOUCH_MS, tolerance: DRAG_PX } }

/** What begins a drag: the mouse after a few pixels, a finger after a moment. Keys pick up and put down by presses instead. */
export function useDragSensors() {
  return useSensors(useSensor(MouseSensor, BY_MOUSE), useSensor(TouchSensor, BY_TOUCH))
}
