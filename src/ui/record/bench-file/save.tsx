import { asBuiltOf } from '@/core/record/as-built'
import { ShownBuild } from '@/ui/session/context'
import { saveFile } from '@/ui/shared/save-file'
import { rulesOfPage } from '@/ui/shared/page-rules'
import type { useMachine } from '../machine-context'
import { BenchSheet } from './bench-sheet'
import { SCRIPT, SCRIPT_HASH } from './generated/script'
import type { SheetData } from './script'

const escaped = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;')

/** The faces of the application are files beside it; a file that stands alone has those of its reader. */
const FACES =
  ':root { --face-sans: system-ui; --face-sans-ext: sans-serif; --face-display: Georgia; --face-display-ext: serif }'

/** The whole sheet of a machine as one HTML file that needs no network, and nothing beside it. */
async function benchFile({ machine, state, plan, built, work }: ReturnType<typeof useMachine>): Promise<string> {
  const { renderToStaticMarkup } = await import('react-dom/server')
  const data: SheetData = {
    machineId: machine.id,
    machineName: state.name ?? machine.firstName,
    planName: machine.plan.name,
    planRevision: machine.plan.revision,
    done: [...state.done.keys()],
  }
  const body = renderToStaticMarkup(
    <ShownBuild harness={built}>
      <BenchSheet data={data} built={built} work={work} places={asBuiltOf(plan, state).places} />
    </ShownBuild>,
  )
  // What somebody wrote stays text: in the page by React, in the data as JSON without a sign that opens a tag.
  const json = JSON.stringify(data).replaceAll('<', '\\u003c')
  return `<!doctype html>
<html lang="en" data-theme="light">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="default-src 'none'; script-src '${SCRIPT_HASH}'; style-src 'unsafe-inline'">
<title>${escaped(data.machineName)}</title>
<style>${rulesOfPage()}
${FACES}</style>
</head>
<body>
${body}
<script type="application/json" id="sheet-data">${json}</script>
<script>${SCRIPT}</script>
</body>
</html>
`
}

/** Gives the sheet of a machine to the browser to be saved. */
export async function saveBenchFile(view: ReturnType<typeof useMachine>): Promise<void> {
  saveFile(await benchFile(view), `${view.state.name ?? view.machine.firstName} sheet.html`, 'text/html')
}
