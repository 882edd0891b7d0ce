'use client'

import {
  BOARD_FORMS,
  CASE_CLASSES,
  RADIATOR_SIZES,
  USUAL_BOARDS,
  type Answers,
  type BoardAnswer,
  type CoolerAnswer,
  type SupplyAnswer,
  type Wish,
} from '@/core/start/answers'
import { Chips, NumberField } from './answer-fields'

const OPEN = 'open'
const openAs = (words: string) => ({ value: OPEN, words }) as const

const CASE_WORDS: Readonly<Record<(typeof CASE_CLASSES)[number], string>> = {
  cube: 'Small cube',
  'mid tower': 'Mid tower',
  'full tower': 'Full tower',
  'wide case': 'Wide case',
}
const FORM_WORDS: Readonly<Record<BoardAnswer['form'], string>> = {
  itx: 'Small, 170 mm',
  'micro-atx': 'Middle, 244 mm',
  atx: 'Large, 305 mm',
}
const MOST_HEADERS = 12

interface BoardProps {
  readonly board: BoardAnswer | undefined
  readonly onChange: (board: BoardAnswer | undefined) => void
}

function BoardQuestion({ board, onChange }: BoardProps) {
  return (
    <div className="space-y-2">
      <Chips
        legend="Board"
        hint="its height"
        options={[openAs('Not yet'), ...BOARD_FORMS.map((form) => ({ value: form, words: FORM_WORDS[form] }))]}
        value={board?.form ?? OPEN}
        onChange={(form) => onChange(form === OPEN ? undefined : USUAL_BOARDS[form])}
      />
      {board !== undefined && (
        <div className="flex flex-wrap gap-x-4 gap-y-2">
          <NumberField
            label="Fan headers"
            value={board.fanHeaderCount}
            least={1}
            most={MOST_HEADERS}
            onChange={(count) => onChange({ ...board, fanHeaderCount: count ?? 1 })}
          />
          <NumberField
            label="Each gives"
            unit="A"
            value={board.fanHeaderAmps}
            most={5}
            step={0.1}
            emptyWords="usual"
            onChange={(amps) => onChange({ ...board, fanHeaderAmps: amps === 0 ? undefined : amps })}
          />
          <NumberField
            label="Lights 5 V, 3 pins"
            value={board.light5VCount}
            most={MOST_HEADERS}
            onChange={(count) => onChange({ ...board, light5VCount: count ?? 0 })}
          />
          <NumberField
            label="Lights 12 V, 4 pins"
            value={board.light12VCount}
            most={MOST_HEADERS}
            onChange={(count) => onChange({ ...board, light12VCount: count ?? 0 })}
          />
          <NumberField
            label="USB 2 inside"
            value={board.usbCount}
            most={MOST_HEADERS}
            onChange={(count) => onChange({ ...board, usbCount: count ?? 0 })}
          />
        </div>
      )}
    </div>
  )
}

interface CoolerProps {
  readonly cooler: CoolerAnswer | undefined
  readonly onChange: (cooler: CoolerAnswer | undefined) => void
}

type CoolerChoice = typeof OPEN | 'air' | `${(typeof RADIATOR_SIZES)[number]}`
const coolerChoice = (cooler: CoolerAnswer | undefined): CoolerChoice =>
  cooler === undefined ? OPEN : cooler.kind === 'air' ? 'air' : `${cooler.sizeMm}`

function CoolerQuestion({ cooler, onChange }: CoolerProps) {
  const choose = (choice: CoolerChoice) => {
    const sizeMm = RADIATOR_SIZES.find((size) => `${size}` === choice)
    if (sizeMm === undefined) return onChange(choice === 'air' ? { kind: 'air' } : undefined)
    const before = cooler?.kind === 'liquid' ? cooler : { pumpLead: '4 pin' as const, fans: 'apart' as const }
    onChange({ ...before, kind: 'liquid', sizeMm })
  }
  return (
    <div className="space-y-2">
      <Chips
        legend="Cooler of the processor"
        hint="liquid: the radiator’s length in mm"
        options={[
          openAs('Not yet'),
          { value: 'air', words: 'Air' },
          ...RADIATOR_SIZES.map((size) => ({ value: `${size}` as const, words: `Liquid ${size}` })),
        ]}
        value={coolerChoice(cooler)}
        onChange={choose}
      />
      {cooler?.kind === 'liquid' && (
        <div className="flex flex-wrap gap-x-6 gap-y-2">
          <Chips
            legend="Lead of its pump"
            options={[
              { value: '4 pin', words: '4 pins' },
              { value: '3 pin', words: '3 pins' },
              { value: 'tach-only', words: 'One wire, and SATA' },
              { value: 'own plug', words: 'Its maker’s own plug' },
            ]}
            value={cooler.pumpLead}
            onChange={(pumpLead) => onChange({ ...cooler, pumpLead })}
          />
          <Chips
            legend="Its fans"
            options={[
              { value: 'apart', words: 'A plug each' },
              { value: 'joined', words: 'Joined to one plug' },
              { value: 'none', words: 'None come with it' },
            ]}
            value={cooler.fans}
            onChange={(fans) => onChange({ ...cooler, fans })}
          />
        </div>
      )}
    </div>
  )
}

interface SupplyProps {
  readonly supply: SupplyAnswer | undefined
  readonly onChange: (supply: SupplyAnswer | undefined) => void
}

function SupplyQuestion({ supply, onChange }: SupplyProps) {
  return (
    <div className="space-y-2">
      <Chips
        legend="Supply"
        hint="cables with SATA plugs"
        options={[
          openAs('Not yet'),
          ...['1', '2', '3', '4'].map((count) => ({
            value: count,
            words: count === '1' ? '1 cable' : `${count} cables`,
          })),
        ]}
        value={supply === undefined ? OPEN : `${supply.sataCableCount}`}
        onChange={(count) =>
          onChange(
            count === OPEN
              ? undefined
              : { watts: undefined, peripheralCableCount: 0, ...supply, sataCableCount: Number(count) },
          )
        }
      />
      {supply !== undefined && (
        <div className="flex flex-wrap gap-x-4 gap-y-2">
          <NumberField
            label="In all"
            unit="W"
            value={supply.watts}
            most={3000}
            emptyWords="unknown"
            onChange={(watts) => onChange({ ...supply, watts: watts === 0 ? undefined : watts })}
          />
          <NumberField
            label="Cables with old 4-pin plugs"
            value={supply.peripheralCableCount}
            most={4}
            onChange={(count) => onChange({ ...supply, peripheralCableCount: count ?? 0 })}
          />
        </div>
      )}
    </div>
  )
}

const WISH_OPTIONS: readonly { readonly value: Wish | typeof OPEN; readonly words: string }[] = [
  openAs('Sound, then cheap'),
  { value: 'quiet', words: 'Quiet: the board rules the fans' },
  { value: 'cheap', words: 'Cheap' },
  { value: 'tidy', words: 'Tidy: few things' },
  { value: 'rows', words: 'Rows of fans together' },
]

interface QuestionsProps {
  readonly answers: Answers
  readonly onChange: (answers: Answers) => void
}

/** All questions but those that typed lines answer, in the order of what decides most. */
export function Questions({ answers, onChange }: QuestionsProps) {
  return (
    <>
      <Chips
        legend="Case"
        options={[openAs('Not yet'), ...CASE_CLASSES.map((name) => ({ value: name, words: CASE_WORDS[name] }))]}
        value={answers.case ?? OPEN}
        onChange={(chosen) => onChange({ ...answers, case: chosen === OPEN ? undefined : chosen })}
      />
      <BoardQuestion board={answers.board} onChange={(board) => onChange({ ...answers, board })} />
      <CoolerQuestion cooler={answers.cooler} onChange={(cooler) => onChange({ ...answers, cooler })} />
      <SupplyQuestion supply={answers.supply} onChange={(supply) => onChange({ ...answers, supply })} />
    </>
  )
}

/** What matters most to whoever builds: how the plan is looked for first. */
export function WishQuestion({ answers, onChange }: QuestionsProps) {
  return (
    <Chips
      legend="What matters most?"
      options={WISH_OPTIONS}
      value={answers.wish ?? OPEN}
      onChange={(wish) => onChange({ ...answers, wish: wish === OPEN ? undefined : wish })}
    />
  )
}
