import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** What poppler, which we did not write, makes of a PDF: it draws and reads it. */
function withPoppler<T>(pdf: Buffer, work: (folder: string, file: string) => T): T {
  const folder = mkdtempSync(join(tmpdir(), 'loom-pdf-'))
  try {
    const file = join(folder, 'a.pdf')
    writeFileSync(file, pdf)
    return work(folder, file)
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

export interface Bitmap {
  readonly width: number
  readonly height: number
  /** From 0, black, to 255, white; row by row. */
  readonly grey: Uint8Array
}

/** One page, drawn at so many dots an inch. */
export const drawnPage = (pdf: Buffer, page: number, dotsPerInch: number): Bitmap =>
  withPoppler(pdf, (folder, file) => {
    const at = String(page)
    execFileSync('pdftoppm', [
      '-gray',
      '-r',
      String(dotsPerInch),
      '-f',
      at,
      '-l',
      at,
      '-singlefile',
      file,
      join(folder, 'p'),
    ])
    const bytes = readFileSync(join(folder, 'p.pgm'))
    const head = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(bytes.subarray(0, 64).toString('latin1'))!
    return { width: Number(head[1]), height: Number(head[2]), grey: new Uint8Array(bytes.subarray(head[0].length)) }
  })

export interface Page {
  readonly widthPt: number
  readonly heightPt: number
  readonly words: readonly {
    readonly text: string
    readonly leftPt: number
    readonly topPt: number
    readonly rightPt: number
    readonly bottomPt: number
  }[]
}

/** Every word of every page, with where it stands. */
export const pagesOfPdf = (pdf: Buffer): readonly Page[] =>
  withPoppler(pdf, (folder, file) => {
    execFileSync('pdftotext', ['-bbox', file, join(folder, 'a.html')])
    const text = readFileSync(join(folder, 'a.html'), 'utf8')
    return text
      .split('<page ')
      .slice(1)
      .map((page) => {
        const [, width, height] = /width="([\d.]+)" height="([\d.]+)"/.exec(page)!
        const words = [
          ...page.matchAll(/<word xMin="([-\d.]+)" yMin="([-\d.]+)" xMax="([-\d.]+)" yMax="([-\d.]+)">([^<]*)</g),
        ]
        return {
          widthPt: Number(width),
          heightPt: Number(height),
          words: words.map(([, left, top, right, bottom, word]) => ({
            text: word!,
            leftPt: Number(left),
            topPt: Number(top),
            rightPt: Number(right),
            bottomPt: Number(bottom),
          })),
        }
      })
  })
