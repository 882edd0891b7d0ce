import { apply } from '../build/apply'
import { FORMAT_NAME, FORMAT_VERSION } from '../build/format-name'
import { nextMark } from '../build/refs'
import type { Build } from '../build/schema'
import type { BoardSize, LightWish } from './choices'
import { TEMPLATE_LIGHTS, templateBoard, templateFan, templateSupply } from './parts'

/** A build with nothing on the bench yet. */
export function blankBuild(id: string, name: string): Build {
  return {
    format: FORMAT_NAME,
    version: FORMAT_VERSION,
    id,
    name,
    revision: 0,
    parts: [],
    items: [],
    threads: [],
    choices: { headroomPercent: 20 },
  }
}

/** The template build of three choices: a board, its supply, fans and lights, everything loose, to be corrected. */
export function templateBuild(wish: {
  readonly id: string
  readonly name: string
  readonly boardSize: BoardSize
  readonly fanCount: number
  readonly lights: LightWish
}): Build {
  const fans = Array.from({ length: wish.fanCount }, () => templateFan)
  const parts = [templateBoard(wish.boardSize), templateSupply, ...fans, ...TEMPLATE_LIGHTS[wish.lights]]
  return parts.reduce(
    (build, part, index) => {
      const mark = nextMark(build, part.markPrefix ?? 'X')
      return apply(build, {
        type: 'addItem',
        part,
        item: { id: `item-${index + 1}`, mark, partId: part.id, stock: 'owned' },
      }).build
    },
    blankBuild(wish.id, wish.name),
  )
}
