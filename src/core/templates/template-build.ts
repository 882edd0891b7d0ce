import { FORMAT_NAME, FORMAT_VERSION } from '../build/format-name'
import type { Build } from '../build/schema'

/** A build with nothing on the bench yet. */
export function blankBuild(id: string, name: string): Build {
  return {
    format: FORMAT_NAME,
    version: FORMAT_VERSION,
    id,
    name,
    revision: 0,
    parts: [],
    items: [],
    threads: [],
    choices: { headroomPercent: 20 },
  }
}
