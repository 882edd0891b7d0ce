'use client'

import type { RowsRefused } from '@/core/formats/api-types'
import { countOf } from '@/core/wording/text'
import { Button } from '@/ui/shared/button'
import { Dialog } from '@/ui/shared/dialog'

/** The rows of a file that cannot be right, by line and column; nothing of the file was kept. */
export function RowsDialog({
  refused,
  onClose,
}: {
  readonly refused: RowsRefused | null
  readonly onClose: () => void
}) {
  const rest = (refused?.faultCount ?? 0) - (refused?.faults.length ?? 0)
  return (
    <Dialog
      isOpen={refused !== null}
      title={`${countOf(refused?.faultCount ?? 0, 'cell')} cannot be right`}
      description="Nothing of the file was kept. Correct these and read it again."
      onClose={onClose}
      footer={
        <Button tone="act" onClick={onClose}>
          Close
        </Button>
      }
    >
      <table className="w-full text-[13px]">
        <thead>
          <tr className="text-left text-faded">
            <th className="py-1 pr-3 font-medium">Line</th>
            <th className="py-1 pr-3 font-medium">Column</th>
            <th className="py-1 font-medium">What is wrong</th>
          </tr>
        </thead>
        <tbody>
          {refused?.faults.map(({ line, column, message }, index) => (
            <tr key={index} className="border-t border-thread align-top">
              <td className="py-1 pr-3">{line}</td>
              <td className="py-1 pr-3">{column}</td>
              <td className="py-1 break-words">{message}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {rest > 0 && <p className="mt-2 text-faded">And {rest} more.</p>}
    </Dialog>
  )
}
