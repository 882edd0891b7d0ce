import { getNonce } from 'get-nonce'
import { useMemo } from 'react'
import { codeText, fitText, labelsOf, pagesOf, type LabelPaper, type PlacedLabel } from '@/core/sheet/labels'
import { countOf } from '@/core/wording/text'
import { useHarness } from '@/ui/session/context'
import { codePath } from '@/ui/shared/qr-code'
import type { Wish } from './label-wish'

const RULE_MM = 50
const PAD_MM = 0.7
/** A code smaller than this no phone reads. */
const LEAST_CODE_MM = 8

interface LabelProps {
  readonly placed: PlacedLabel
  readonly wish: Wish
  readonly buildName: string
}

/** Room around a code that a reader needs, in squares. */
const QUIET = 2

function LabelPicture({ placed: { label, xMm, yMm }, wish, buildName }: LabelProps) {
  const { labelWidthMm: width, labelHeightMm: height } = wish.paper
  const codeMm = wish.hasCode && height >= LEAST_CODE_MM && width >= 2 * height ? height : 0
  const code = useMemo(
    () => (codeMm === 0 ? undefined : codePath(codeText(buildName, label))),
    [codeMm, buildName, label],
  )
  const roomMm = width - codeMm - 2 * PAD_MM
  const here = fitText(label.here, roomMm, height * 0.34)
  const there = fitText(`to ${label.there}`, roomMm, height * 0.25)
  const step = label.step === undefined ? '' : `${label.mark}, step ${label.step}`
  const last = fitText(step, roomMm, height * 0.19)
  return (
    <g transform={`translate(${xMm} ${yMm})`} data-label={`${label.threadId} ${label.end}`}>
      {wish.hasFrame && <rect width={width} height={height} fill="none" stroke="#000" strokeWidth={0.1} />}
      <text x={PAD_MM} y={height * 0.36} fontSize={here.sizeMm} fontWeight={700}>
        {here.text}
      </text>
      <text x={PAD_MM} y={height * 0.66} fontSize={there.sizeMm}>
        {there.text}
      </text>
      <text x={PAD_MM} y={height * 0.92} fontSize={last.sizeMm}>
        {last.text}
      </text>
      {code !== undefined && (
        <path
          d={code.path}
          transform={`translate(${width - codeMm} 0) scale(${codeMm / (code.size + 2 * QUIET)}) translate(${QUIET} ${QUIET})`}
          fill="#000"
          shapeRendering="crispEdges"
        />
      )}
    </g>
  )
}

/** A line of known length, to see whether the printer keeps the scale. */
function Rule({ paper }: { readonly paper: LabelPaper }) {
  const lengthMm = Math.min(RULE_MM, Math.floor((paper.pageWidthMm - 4) / 10) * 10)
  const ticks = Array.from({ length: lengthMm / 10 + 1 }, (_, index) => index * 10)
  const yMm = Math.min(9, paper.pageHeightMm / 2)
  return (
    <g
      transform={`translate(${Math.max(2, Math.min(12, (paper.pageWidthMm - lengthMm) / 2))} ${yMm})`}
      data-rule={lengthMm}
    >
      <path
        d={`M0 0H${lengthMm}${ticks.map((x) => `M${x} -1.5V1.5`).join('')}`}
        stroke="#000"
        strokeWidth={0.2}
        fill="none"
      />
      <text y={5} fontSize={2.6}>
        {lengthMm} mm: print at 100 %, and measure this
      </text>
    </g>
  )
}

/** The pages of labels, each as large as its paper. */
export function LabelPages({ wish }: { readonly wish: Wish }) {
  const harness = useHarness()
  const { paper } = wish
  const pages = useMemo(() => pagesOf(labelsOf(harness), paper, wish.usedCount), [harness, paper, wish.usedCount])
  const { pageWidthMm: width, pageHeightMm: height } = paper
  // On a tape the rule is a label of its own; on a sheet it stands in the margin.
  const isRuleApart = wish.kind === 'tape'
  const sheets: readonly (readonly PlacedLabel[])[] = isRuleApart ? [[], ...pages] : pages
  return (
    <>
      <style
        nonce={getNonce()}
      >{`@media print { @page { size: ${width}mm ${height}mm; margin: 0; @bottom-left { content: none } @bottom-right { content: none } } }`}</style>
      <div className="flex flex-wrap gap-4 print:block">
        {sheets.map((page, index) => (
          <svg
            key={index}
            role="img"
            aria-label={`Page ${index + 1} of ${sheets.length}: ${countOf(page.length, 'label')}`}
            viewBox={`0 0 ${width} ${height}`}
            width={`${width}mm`}
            height={`${height}mm`}
            className="block max-w-full break-after-page border border-thread font-sans last:break-after-auto print:max-w-none print:border-0"
          >
            {/* Paper is white and ink is black in a dark room too. */}
            <rect width={width} height={height} fill="#fff" />
            {(!isRuleApart || index === 0) && <Rule paper={paper} />}
            {page.map((placed) => (
              <LabelPicture
                key={`${placed.label.threadId} ${placed.label.end}`}
                placed={placed}
                wish={wish}
                buildName={harness.build.name}
              />
            ))}
          </svg>
        ))}
      </div>
    </>
  )
}
