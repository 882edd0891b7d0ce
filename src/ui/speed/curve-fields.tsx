import { Plus, Trash2 } from 'lucide-react'
import type { Curve } from '@/core/build/facet-schemas'
import { MOST_POINTS, withPointMore } from '@/core/speed/edit-curve'
import { HEAT_SOURCES } from '@/core/speed/motors-run'
import { HEAT_WORDS } from '@/core/wording/heat-words'
import { Button } from '@/ui/shared/button'
import { SELECT } from '@/ui/shared/select-class'
import { NumberCell } from './number-cell'

const [LEAST_C, MOST_C] = [-50, 150]

export type Points = Curve['points']

interface PointsProps {
  readonly points: Points
  readonly onChange: (points: Points) => void
}

/** The points as a table: typed, added, taken out. */
export function PointTable({ points, onChange }: PointsProps) {
  return (
    <div>
      <table className="text-[14px]">
        <caption className="sr-only">Points of the curve</caption>
        <thead className="text-[13px] text-faded">
          <tr>
            <th scope="col" className="pr-2 text-left font-normal">
              at
            </th>
            <th scope="col" className="pr-2 text-left font-normal">
              asks for
            </th>
            <td />
          </tr>
        </thead>
        <tbody>
          {points.map((point, index) => (
            <tr key={index}>
              <td className="py-0.5 pr-3">
                <NumberCell
                  label={`Temperature of point ${index + 1}`}
                  unit="°C"
                  value={point.temperatureC}
                  least={LEAST_C}
                  most={MOST_C}
                  onChange={(temperatureC = 0) => onChange(points.with(index, { ...point, temperatureC }))}
                />
              </td>
              <td className="py-0.5 pr-2">
                <NumberCell
                  label={`Duty of point ${index + 1}`}
                  unit="%"
                  value={point.dutyPercent}
                  least={0}
                  most={100}
                  onChange={(dutyPercent = 0) => onChange(points.with(index, { ...point, dutyPercent }))}
                />
              </td>
              <td>
                <Button
                  small
                  tone="quiet"
                  aria-label={`Take point ${index + 1} out`}
                  title="Take it out"
                  disabled={points.length === 1}
                  onClick={() => onChange(points.toSpliced(index, 1))}
                >
                  <Trash2 size={14} aria-hidden />
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Button
        small
        className="mt-1"
        disabled={points.length >= MOST_POINTS}
        onClick={() => onChange(withPointMore(points))}
      >
        <Plus size={14} aria-hidden /> A point more
      </Button>
    </div>
  )
}

interface FinerProps {
  readonly curve: Curve
  readonly onChange: (curve: Curve) => void
}

/** What firmware asks beside the points: play, step times, the least, and where it stops. */
export function Finer({ curve, onChange }: FinerProps) {
  const set = (change: { readonly [K in keyof Curve]?: Curve[K] | undefined }) => {
    const kept = Object.entries({ ...curve, ...change }).filter(([, value]) => value !== undefined)
    onChange(Object.fromEntries(kept) as unknown as Curve)
  }
  const seconds = (ms: number | undefined) => (ms === undefined ? undefined : ms / 1000)
  const ms = (value: number | undefined) => (value === undefined ? undefined : Math.round(value * 1000))
  const fields = [
    {
      name: 'Slows down only when cooler by',
      unit: '°C',
      value: curve.hysteresisC,
      most: 50,
      put: (value?: number) => set({ hysteresisC: value }),
    },
    {
      name: 'A whole swing up takes',
      unit: 's',
      value: seconds(curve.stepUpMs),
      most: 600,
      put: (value?: number) => set({ stepUpMs: ms(value) }),
    },
    {
      name: 'A whole swing down takes',
      unit: 's',
      value: seconds(curve.stepDownMs),
      most: 600,
      put: (value?: number) => set({ stepDownMs: ms(value) }),
    },
    {
      name: 'Never asks for less than',
      unit: '%',
      value: curve.leastDutyPercent,
      most: 100,
      put: (value?: number) => set({ leastDutyPercent: value }),
    },
    {
      name: 'Stops below',
      unit: '°C',
      value: curve.stopBelowC,
      most: MOST_C,
      put: (value?: number) => set({ stopBelowC: value }),
    },
  ]
  const said = fields
    .filter(({ value }) => value !== undefined)
    .map(({ name, unit, value }) => `${name.toLowerCase()} ${value} ${unit}`)
  return (
    <details className="text-[14px]">
      <summary className="cursor-pointer py-1 max-sm:min-h-[44px]">
        Finer<span className="text-faded">{said.length === 0 ? ': nothing set' : `: ${said.join(', ')}`}</span>
      </summary>
      <div className="mt-1 space-y-1">
        {fields.map(({ name, unit, value, most, put }) => (
          <p key={name} className="flex flex-wrap items-center justify-between gap-x-3">
            <span>{name}</span>
            <NumberCell label={name} unit={unit} value={value} least={0} most={most} mayBeEmpty onChange={put} />
          </p>
        ))}
      </div>
    </details>
  )
}

/** Whose heat it listens to. */
export function Source({ curve, onChange }: FinerProps) {
  return (
    <label className="inline-flex items-center gap-2 text-[14px]">
      It listens to the
      <select
        value={curve.heatSource ?? ''}
        onChange={({ target }) => {
          const wanted = HEAT_SOURCES.find((value) => value === target.value)
          if (wanted !== undefined) onChange({ ...curve, heatSource: wanted })
        }}
        className={SELECT}
      >
        {curve.heatSource === undefined && <option value="">nobody has said</option>}
        {HEAT_SOURCES.map((value) => (
          <option key={value} value={value}>
            {HEAT_WORDS[value]}
          </option>
        ))}
      </select>
    </label>
  )
}
