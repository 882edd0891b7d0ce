import type { Harness } from '@/core/operate/harness'
import type { Bounds } from '@/core/operate/motor-speed'
import type { CaseAir } from '@/core/speed/case-air'
import type { MotorRun } from '@/core/speed/motors-run'
import type { SpeedRun } from '@/core/speed/run'
import { listBy } from '@/core/structure/wiring/wiring'
import { boundsText } from '@/core/wording/bounds-text'
import { listNames } from '@/core/wording/text'

const counted = (unknownCount: number) => (unknownCount === 0 ? '' : ` and ${unknownCount} unknown`)

/** What a narrow page leaves out. */
const WIDE = 'max-sm:hidden'
const HEADS = [
  ['fan', ''],
  ['asked for, %', ''],
  ['turns, rpm', ''],
  ['of', WIDE],
  ['moves, m³/h', ''],
  ['sounds, dB(A)', ''],
  ['draws, W', WIDE],
] as const
const CELL = 'px-2 py-1 text-right whitespace-nowrap'

function askedText({ command, dutyPercent, cap }: MotorRun): string {
  if (command.control === 'none') return 'hears nothing'
  if (dutyPercent !== undefined) return dutyPercent.toFixed(0)
  return cap === undefined ? 'no curve' : `preset, ${cap.mostRpm} rpm`
}

function Row({ run, flow }: { readonly run: MotorRun; readonly flow: Bounds | undefined }) {
  const { command, rpm, ratedRpm, levelDba, watts } = run
  return (
    <tr className="border-t border-thread">
      <th scope="row" className="px-2 py-1 text-left font-display font-semibold">
        {command.placed.item.mark}
      </th>
      <td className={CELL}>{askedText(run)}</td>
      <td className={CELL}>{boundsText(rpm, 0)}</td>
      <td className={`${CELL} ${WIDE} text-faded`}>{ratedRpm ?? 'unknown'}</td>
      <td className={CELL}>{command.motor.pump === true ? '' : boundsText(flow, 1)}</td>
      <td className={CELL}>{boundsText(levelDba, 1)}</td>
      <td className={`${CELL} ${WIDE}`}>{boundsText(watts, 1)}</td>
    </tr>
  )
}

function AirOfCase({ air }: { readonly air: CaseAir }) {
  const { caseItem, by, inM3PerH, outM3PerH, pressurePa, leakM3PerH, warmingK } = air
  const leaks = leakM3PerH === undefined || (leakM3PerH.least === 0 && leakM3PerH.most === 0)
  const inward = leakM3PerH !== undefined && leakM3PerH.most <= 0 ? 'out' : 'in'
  const size = leakM3PerH && { least: Math.abs(leakM3PerH.least), most: Math.abs(leakM3PerH.most) }
  return (
    <p>
      <strong className="font-display font-semibold">{caseItem.mark}</strong>: {boundsText(inM3PerH, 0)} m³/h come in by
      fans, {boundsText(outM3PerH, 0)} m³/h go out
      {by === 'pressure'
        ? `; ${boundsText(pressurePa, 1)} Pa above outside${leaks ? '' : `, ${boundsText(size, 0)} m³/h go ${inward} through slots`}`
        : '. An indication from free flow: pressures are not all known'}
      {warmingK !== undefined && `. The air leaves ${boundsText(warmingK, 1)} K warmer`}.
    </p>
  )
}

interface AtHeatProps {
  readonly harness: Harness
  readonly run: SpeedRun
}

/** What every fan does at the temperatures that are set: a row each, then the air of each case and the sums. */
export function AtHeat({ harness, run }: AtHeatProps) {
  const flows = new Map(run.cases.flatMap(({ fans }) => fans.map((fan) => [fan.run, fan.flowM3PerH] as const)))
  const { levelDba, watts, beats } = run
  const held = listBy(
    run.motors.flatMap((motor) => {
      const { cap } = motor
      return cap?.share === undefined || cap.share === 1 ? [] : [[cap.of.placed.item.mark, motor] as const]
    }),
  )
  return (
    <section aria-label="At this heat" className="rounded-lg border border-thread bg-cloth">
      <div className="overflow-x-auto">
        <table className="w-full text-[14px]">
          <thead>
            <tr className="text-[13px] text-faded">
              {HEADS.map(([head, width]) => (
                <th
                  key={head}
                  scope="col"
                  className={`px-2 py-1.5 text-right font-normal first:text-left sm:whitespace-nowrap ${width}`}
                >
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {run.motors.map((motor) => (
              <Row
                key={`${motor.command.at.itemId} ${motor.command.at.portId}`}
                run={motor}
                flow={flows.get(motor) ?? motor.freeFlowM3PerH}
              />
            ))}
          </tbody>
        </table>
      </div>
      <div className="space-y-1 border-t border-thread px-3 py-2">
        <p>
          All together{' '}
          <strong>
            {boundsText(levelDba, 1)} dB(A){counted(levelDba.unknownCount)}
          </strong>
          , {boundsText(watts, 1)} W{counted(watts.unknownCount)}.
        </p>
        {run.cases.map((air) => (
          <AirOfCase key={air.caseItem.id} air={air} />
        ))}
        {[...held].map(([of, motors]) => (
          <p key={of} className="text-faded">
            {listNames(motors.map(({ command }) => command.placed.item.mark))} {motors.length === 1 ? 'runs' : 'run'} by
            the preset of a box, which lets {of} have {motors[0]!.cap!.mostRpm} rpm at most and the others as much of
            their speed: a curve of its own frees them.
          </p>
        ))}
        {beats.slice(0, 3).map(({ a, b, hertz }) => (
          <p key={`${a.command.at.itemId} ${b.command.at.itemId}`} className="text-weld">
            {listNames([a, b].map(({ command }) => command.placed.item.mark))} are nearly of one pitch and throb
            {hertz === undefined ? '' : `, ${hertz.toFixed(1)} times a second`}: set one of them apart.
          </p>
        ))}
        {harness.places().length === 0 && (
          <p className="text-faded">Nothing sits in a case yet, so its air cannot be told.</p>
        )}
      </div>
    </section>
  )
}
