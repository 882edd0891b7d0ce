import type { Curve } from '../build/facet-schemas'
import type { Harness } from '../operate/harness'
import { isExact, rpmAt } from '../operate/motor-speed'
import type { HeatSource } from '../operate/scenario'
import { askingOf, isFlat } from '../physics/curve'
import type { Command, Head } from '../structure/signal/speed'
import { listBy } from '../structure/wiring/wiring'
import { curveKeyOf } from './edit-curve'

const SECONDS_PER_MINUTE = 60
/** Pitches nearer than this throb (common practice, no source). */
const NEAR_SHARE = 0.03

/** How two sounds throb. */
export interface Throb {
  /** How often a second; undefined where nobody states how many blades one of the motors has. */
  readonly hertz: number | undefined
}

interface Turning {
  readonly motor: Command['motor']
  /** More than nought. */
  readonly rpm: number
}

/** How often a second blades pass a strut: turns a second times blades. Source: handbooks of fan noise (from memory). */
const bladePassingHertz = (rpm: number, bladeCount: number) => (rpm / SECONDS_PER_MINUTE) * bladeCount

/**
 * How two motors throb: their pitches are nearly one, and not quite. Undefined where they do not; by their turns alone
 * where nobody states the blades of one.
 */
export function throbOf(a: Turning, b: Turning): Throb | undefined {
  const areCounted = [a, b].every(({ motor }) => motor.bladeCount !== undefined)
  const [one, other] = [a, b].map(({ rpm, motor }) =>
    bladePassingHertz(rpm, areCounted ? motor.bladeCount!.value : 1),
  ) as [number, number]
  const apart = Math.abs(one - other)
  if (apart === 0 || apart > NEAR_SHARE * Math.max(one, other)) return undefined
  return { hertz: areCounted ? apart : undefined }
}

/** All fans of one machine that turn alike at any temperature. */
interface Voice {
  readonly heads: readonly Head[]
  readonly commands: readonly Command[]
  readonly machine: string | undefined
  /** Undefined where it listens to none. */
  readonly heatSource: HeatSource | undefined
  /** Turns a minute by whole degrees; undefined where it stands or nobody can tell. */
  readonly rpms: readonly (number | undefined)[]
}

/** Between them heats lie that a machine has; curves are looked at degree by degree. */
const COOLEST_C = 20
const HOTTEST_C = 100
const DEGREES = Array.from({ length: HOTTEST_C - COOLEST_C + 1 }, (_, index) => COOLEST_C + index)

function rpmsOf(curve: Curve, { motor, control }: Command): Voice['rpms'] {
  const asked = askingOf(curve)
  return DEGREES.map((temperatureC) => {
    const rpm = rpmAt(motor, control, asked(temperatureC))
    return rpm !== undefined && isExact(rpm) && rpm.most > 0 ? rpm.most : undefined
  })
}

/** The fans by who turns alike: one model, told the same way by the same curve, in one machine. */
function voicesOf(harness: Harness): readonly Voice[] {
  const numbers = new Map<Command['motor'], number>()
  const listening = harness.speed().heads.flatMap((head) => {
    const curve = harness.choices.curveAt(head.at)
    if (curve === undefined || (curve.heatSource === undefined && !isFlat(curve))) return []
    const curveKey = curveKeyOf(curve)
    return head.commands
      .filter(({ motor, isFed }) => motor.pump !== true && isFed)
      .map((command) => {
        const { motor, control, placed } = command
        if (!numbers.has(motor)) numbers.set(motor, numbers.size)
        const key = JSON.stringify([placed.item.assemblyId, numbers.get(motor), control, curveKey])
        return [key, { head, curve, command }] as const
      })
  })
  return [...listBy(listening).values()].map((alike): Voice => {
    const [{ curve, command }] = alike as [(typeof alike)[number]]
    return {
      heads: [...new Set(alike.map(({ head }) => head))],
      commands: alike.map((one) => one.command),
      machine: command.placed.item.assemblyId,
      heatSource: curve.heatSource,
      rpms: rpmsOf(curve, command),
    }
  })
}

/** Two kinds of fans that throb over a stretch of heat. */
export interface ThrobOverHeat extends Throb {
  readonly a: ThrobbingFans
  readonly b: ThrobbingFans
  readonly fromC: number
  readonly toC: number
}

interface ThrobbingFans {
  readonly heads: readonly Head[]
  readonly commands: readonly Command[]
  /** At the warm end of the stretch. */
  readonly rpm: number
}

const motorOf = ({ commands }: Voice) => commands[0]!.motor

/** The longest stretch of degrees over which two voices throb, as places in the list of degrees. */
function longestOf(a: Voice, b: Voice): readonly [from: number, to: number] | undefined {
  let [longest, from]: [readonly [number, number] | undefined, number | undefined] = [undefined, undefined]
  for (let index = 0; index < DEGREES.length; index += 1) {
    const [one, other] = [a.rpms[index], b.rpms[index]]
    const isThrobbing =
      one !== undefined &&
      other !== undefined &&
      throbOf({ motor: motorOf(a), rpm: one }, { motor: motorOf(b), rpm: other }) !== undefined
    from = isThrobbing ? (from ?? index) : undefined
    if (from !== undefined && (longest === undefined || index - from > longest[1] - longest[0])) longest = [from, index]
  }
  return longest
}

/**
 * The kinds of fans of one machine that throb by their curves over some degrees at least, each pair at its longest
 * stretch. Curves are held against one another where they listen to the same heat, or to none.
 */
export function throbsOverHeat(harness: Harness, leastC: number): readonly ThrobOverHeat[] {
  const voices = voicesOf(harness)
  const listenAlike = (a: Voice, b: Voice) =>
    a.heatSource === b.heatSource || a.heatSource === undefined || b.heatSource === undefined
  return voices.flatMap((a, index) =>
    voices.slice(index + 1).flatMap((b): readonly ThrobOverHeat[] => {
      if (a.machine !== b.machine || !listenAlike(a, b)) return []
      const stretch = longestOf(a, b)
      if (stretch === undefined || stretch[1] - stretch[0] < leastC) return []
      const [from, to] = stretch
      const at = ({ heads, commands, rpms }: Voice): ThrobbingFans => ({ heads, commands, rpm: rpms[to]! })
      const warm = [at(a), at(b)] as const
      const { hertz } = throbOf({ motor: motorOf(a), rpm: warm[0].rpm }, { motor: motorOf(b), rpm: warm[1].rpm })!
      return [{ a: warm[0], b: warm[1], fromC: DEGREES[from]!, toC: DEGREES[to]!, hertz }]
    }),
  )
}
