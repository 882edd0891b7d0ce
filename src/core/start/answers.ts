import type { Schools } from '../build/groups'
import { linesOf } from '../line/list'

export const CASE_CLASSES = ['cube', 'mid tower', 'full tower', 'wide case'] as const
export type CaseClass = (typeof CASE_CLASSES)[number]

export const BOARD_FORMS = ['itx', 'micro-atx', 'atx'] as const
export interface BoardAnswer {
  readonly form: (typeof BOARD_FORMS)[number]
  readonly fanHeaderCount: number
  /** Of each fan header; undefined where nobody has read the manual yet. */
  readonly fanHeaderAmps: number | undefined
  readonly light5VCount: number
  readonly light12VCount: number
  readonly usbCount: number
}

/** What boards of each form have as a rule (common practice, no source): where the answers begin. */
export const USUAL_BOARDS: Readonly<Record<BoardAnswer['form'], BoardAnswer>> = {
  itx: { form: 'itx', fanHeaderCount: 2, fanHeaderAmps: undefined, light5VCount: 1, light12VCount: 0, usbCount: 1 },
  'micro-atx': {
    form: 'micro-atx',
    fanHeaderCount: 4,
    fanHeaderAmps: undefined,
    light5VCount: 2,
    light12VCount: 1,
    usbCount: 2,
  },
  atx: { form: 'atx', fanHeaderCount: 6, fanHeaderAmps: undefined, light5VCount: 2, light12VCount: 1, usbCount: 2 },
}

export const RADIATOR_SIZES = [120, 240, 280, 360, 420] as const
export const PUMP_LEADS = ['4 pin', '3 pin', 'tach-only', 'own plug'] as const
export const COOLER_FANS = ['apart', 'joined', 'none'] as const
export type CoolerAnswer =
  | { readonly kind: 'air' }
  | {
      readonly kind: 'liquid'
      readonly sizeMm: (typeof RADIATOR_SIZES)[number]
      readonly pumpLead: (typeof PUMP_LEADS)[number]
      readonly fans: (typeof COOLER_FANS)[number]
    }

export interface SupplyAnswer {
  readonly watts: number | undefined
  readonly sataCableCount: number
  readonly peripheralCableCount: number
}

export const WISHES = ['quiet', 'cheap', 'tidy', 'rows'] as const
export type Wish = (typeof WISHES)[number]

/** What is answered so far; all of it may be left out. */
export interface Answers {
  readonly case?: CaseClass | undefined
  readonly board?: BoardAnswer | undefined
  readonly cooler?: CoolerAnswer | undefined
  readonly supply?: SupplyAnswer | undefined
  /** Fans, lights and whatever else there is, a typed line each. */
  readonly rest: string
  readonly wish?: Wish | undefined
}

const rows = (...list: readonly (readonly [count: number, words: string])[]) =>
  list.flatMap(([count, words]) => (count === 0 ? [] : [`${count} ${words}`]))

function boardLine({ form, fanHeaderCount, fanHeaderAmps, ...more }: BoardAnswer): string {
  const amps = fanHeaderAmps === undefined ? '' : ` ${fanHeaderAmps}A`
  const headers = rows(
    [fanHeaderCount, `fan headers${amps}`],
    [more.light5VCount, 'argb'],
    [more.light12VCount, 'rgb 12v'],
    [more.usbCount, 'usb2'],
  )
  return [`board ${form} usual`, ...headers].join(', ')
}

function coolerLine(cooler: CoolerAnswer): string {
  if (cooler.kind === 'air') return 'air cooler'
  const fans = { apart: [], joined: ['joined'], none: ['no fans'] }[cooler.fans]
  return [`${cooler.sizeMm} aio`, ...fans, `pump ${cooler.pumpLead}`].join(', ')
}

function supplyLine({ watts, sataCableCount, peripheralCableCount }: SupplyAnswer): string {
  const cables = rows([sataCableCount, 'cables sata 3'], [peripheralCableCount, 'cables peripheral 2'])
  return [`supply usual${watts === undefined ? '' : ` ${watts}w`}`, ...cables].join(', ')
}

/** The typed lines that the answers come to, in the order of the questions: what people could have typed themselves. */
export function linesOfAnswers({ case: caseClass, board, cooler, supply, rest }: Answers): readonly string[] {
  const hasCables = supply !== undefined && supply.sataCableCount + supply.peripheralCableCount > 0
  return [
    ...(caseClass === undefined ? [] : [caseClass]),
    ...(board === undefined ? [] : [boardLine(board)]),
    ...(cooler === undefined ? [] : [coolerLine(cooler)]),
    ...(hasCables ? [supplyLine(supply)] : []),
    ...linesOf(rest),
  ]
}

/** What a wish comes to: choices of the build, among them which plan comes first. */
export const WISH_MEANS: Readonly<Record<Wish, Schools>> = {
  quiet: { speed: 'board' },
  cheap: { plan: 'money' },
  tidy: { plan: 'boxes' },
  rows: { manyFans: 'gather', plan: 'groups' },
}
