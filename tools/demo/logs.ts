/** The same numbers from 0 to 1 each time, one after the other. */
function numbers(): () => number {
  const [FACTOR, STEP, SIZE] = [1_664_525, 1_013_904_223, 2 ** 32]
  let state = 20_261
  return () => {
    state = (state * FACTOR + STEP) % SIZE
    return state / SIZE
  }
}

interface Moment {
  readonly second: number
  /** How hard the processor and the graphics card work, 0 to 1. */
  readonly load: readonly [processor: number, graphics: number]
}

/** What each source warms to above the room, in kelvin, at full load, and in how many seconds most of it is there. */
const SOURCES = [
  { of: 0, fullK: 58, slowSeconds: 9, wobbleK: 3 },
  { of: 1, fullK: 50, slowSeconds: 25, wobbleK: 1 },
  { of: 0, fullK: 16, slowSeconds: 240, wobbleK: 0.2 },
  { of: 1, fullK: 20, slowSeconds: 400, wobbleK: 0.3 },
] as const
const ROOM_C = 24
const IDLE_K = 8

/** Temperatures that follow the load, each at its own pace, with the little wobble that sensors have. */
function logOf(moments: readonly Moment[]): string {
  const next = numbers()
  const heats = SOURCES.map(() => IDLE_K)
  const rows = moments.map(({ second, load }, index) => {
    const passed = index === 0 ? 0 : second - moments[index - 1]!.second
    const shown = SOURCES.map(({ of, fullK, slowSeconds, wobbleK }, source) => {
      const wanted = IDLE_K + fullK * load[of]
      heats[source]! += (wanted - heats[source]!) * (1 - Math.exp(-passed / slowSeconds))
      return (ROOM_C + heats[source]! + (next() - 0.5) * 2 * wobbleK).toFixed(1)
    })
    return [second, ...shown].join(',')
  })
  return ['seconds,processor,graphics,coolant,board', ...rows, ''].join('\n')
}

/** An evening of editing: bursts of work for some seconds, and long looking between them. */
function evening(): readonly Moment[] {
  const next = numbers()
  let [busyUntil, quietUntil] = [0, 0]
  return Array.from({ length: 3600 }, (_, index) => {
    const second = index * 2
    if (second >= busyUntil && second >= quietUntil) {
      busyUntil = second + 6 + next() * 30
      quietUntil = busyUntil + 20 + next() * 120
    }
    const isBusy = second < busyUntil
    return { second, load: isBusy ? [0.75, 0.35] : [0.12, 0.1] }
  })
}

const FULL_SECONDS = 600
/** Ten minutes of full load, then idle for as long. */
const fullLoad = (): readonly Moment[] =>
  Array.from({ length: 2 * FULL_SECONDS }, (_, second) => ({ second, load: second < FULL_SECONDS ? [1, 1] : [0.05, 0.05] }))

/** Invented temperature logs, by the names of their files. */
export const demoLogs: Readonly<Record<string, string>> = {
  'evening-of-editing': logOf(evening()),
  'full-load-then-idle': logOf(fullLoad()),
}
