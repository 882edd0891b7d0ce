/** Writes the demo parts and builds in the open format. With --check it writes nothing and fails where a file is stale. */
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { canonicalJson } from '../../src/core/formats/canonical'
import { PARTS_FORMAT, PARTS_VERSION } from '../../src/core/formats/parts-file'
import { asBuild, asPart } from '../../src/core/formats/validate'
import { demoBuilds } from './builds'
import { demoLogs } from './logs'
import { demoPacks } from './packs'
import { demoParts } from './parts'

const files = new Map<string, string>([['demo/parts.json', canonicalJson({ format: PARTS_FORMAT, version: PARTS_VERSION, parts: demoParts.map(asPart), packs: demoPacks })]])
for (const [name, text] of Object.entries(demoLogs)) files.set(`demo/logs/${name}.csv`, text)
for (const build of demoBuilds) files.set(`demo/builds/${build.id}.json`, canonicalJson(asBuild(build)))

const stale = [...files].filter(([path, text]) => !existsSync(path) || readFileSync(path, 'utf8') !== text)
if (process.argv.includes('--check')) {
  if (stale.length > 0) {
    console.error(`Stale: ${stale.map(([path]) => path).join(', ')}. Run npm run generate and commit what it makes.`)
    process.exit(1)
  }
} else {
  for (const folder of ['builds', 'logs']) mkdirSync(`demo/${folder}`, { recursive: true })
  for (const [path, text] of stale) writeFileSync(path, text)
}
