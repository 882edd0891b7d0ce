import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { readBuild, readPartsFile } from '../core/formats/validate'
import { TEMPLATE_PARTS } from '../core/templates/parts'
import { seedBuilds } from './builds'
import { db } from './db'
import { migrate } from './migrate'
import { seedPacks } from './packs'
import { seedParts } from './parts'

/** Brings the database to the newest shape and fills an empty one with the demo. Run by ./loom before the server. */
async function setUp(root: string): Promise<void> {
  const sql = db()
  for (const name of await migrate(sql, join(root, 'db/migrations'))) console.error(`migrated: ${name}`)
  const { parts, packs = [] } = readPartsFile(readFileSync(join(root, 'demo/parts.json'), 'utf8'))
  await seedParts(sql, parts, 'demo')
  await seedParts(sql, TEMPLATE_PARTS, 'template')
  await seedPacks(sql, packs)
  const folder = join(root, 'demo/builds')
  const files = readdirSync(folder).filter((file) => file.endsWith('.json'))
  await seedBuilds(
    sql,
    files.map((file) => readBuild(readFileSync(join(folder, file), 'utf8'))),
  )
  await sql.end()
}

await setUp(process.argv[2] ?? process.cwd()).catch((error: unknown) => {
  console.error(`The database could not be made ready: ${error instanceof Error ? error.message : String(error)}`)
  process.exitCode = 1
})
