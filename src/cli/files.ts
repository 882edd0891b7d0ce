import { closeSync, fstatSync, openSync, readSync } from 'node:fs'
import { LoomError } from '../core/errors'
import { tooLarge } from '../core/formats/json-text'
import { LIMITS } from '../core/schema/schema-kit'

/** The bytes of a file or a pipe, read no further than the limit: a device may give bytes without end. */
function readBytes(path: string, mostBytes: number): Buffer {
  const file = openSync(path, 'r')
  try {
    const chunks: Buffer[] = []
    for (let bytes = 0; ;) {
      const chunk = Buffer.alloc(64 * 1024)
      const count = readSync(file, chunk)
      if (count === 0) return Buffer.concat(chunks)
      bytes += count
      if (bytes > mostBytes) throw tooLarge(Math.max(bytes, fstatSync(file).size), mostBytes)
      chunks.push(chunk.subarray(0, count))
    }
  } finally {
    closeSync(file)
  }
}

/** The text of a file: NOT_FOUND where it cannot be read, FILE_NOT_JSON where it is no text, refused where it is too large. */
export function readText(path: string, mostBytes: number = LIMITS.fileBytes): string {
  let bytes: Buffer
  try {
    bytes = readBytes(path, mostBytes)
  } catch (error) {
    if (error instanceof LoomError) throw error
    throw new LoomError('NOT_FOUND', `The file ${path} cannot be read; check its name and that you may read it.`)
  }
  try {
    return new TextDecoder('utf-8', { fatal: true, ignoreBOM: true }).decode(bytes)
  } catch {
    throw new LoomError('FILE_NOT_JSON', `The file ${path} is not text in UTF-8; save it as UTF-8 and try again.`)
  }
}
