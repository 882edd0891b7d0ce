import type { Harness } from '@/core/operate/harness'
import { programSteps } from '@/core/sheet/programs'
import { programText } from '@/core/wording/program-text'

/** What to install and to set, in order; nothing where no program is needed. */
export function ProgramList({ harness }: { readonly harness: Harness }) {
  return (
    <ol className="list-decimal space-y-1 pl-6">
      {programSteps(harness).map((step, index) => (
        <li key={index} className="break-inside-avoid">
          {programText(harness, step)}
        </li>
      ))}
    </ol>
  )
}
