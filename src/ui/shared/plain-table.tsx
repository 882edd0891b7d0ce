import type { ReactNode } from 'react'

/** How a cell of the sheet's tables stands. */
export const CELL = 'py-1 pr-4 text-left align-top'

/** A table of the sheet: its columns by name, and rows in it. */
export function PlainTable({ heads, children }: { readonly heads: readonly string[]; readonly children: ReactNode }) {
  return (
    <div className="overflow-x-auto">
      <table className="w-full">
        <thead className="text-[13px] text-faded">
          <tr>
            {heads.map((head) => (
              <th key={head} scope="col" className={`${CELL} font-normal`}>
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>{children}</tbody>
      </table>
    </div>
  )
}
