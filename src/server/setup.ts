import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { readBuild, readPartsFile } from '../core/formats/validate'
import { TEMPLATE_PARTS } from '../core/templates/parts'
import { DESK, onBench } from './bench'
import { seedBuilds } from './builds'
import { db } from './db'
import { firstOwnerLink } from './entry-links'
import { migrate, migrationsDue } from './migrate'
import { seedPacks } from './packs'
import { seedParts } from './parts'
import { grantRights } from './roles'
import { served } from './served'

/** Brings the database to the newest shape and fills an empty one with the demo. Run by ./loom before the server. */
async function setUp(root: string): Promise<void> {
  const sql = db()
  for (const name of await migrate(sql, join(root, 'db/migrations'))) console.error(`migrated: ${name}`)
  await sql.begin(grantRights)
  const { parts, packs = [] } = readPartsFile(readFileSync(join(root, 'demo/parts.json'), 'utf8'))
  await sql.begin(async (tx) => {
    await seedParts(tx, parts, 'demo')
    await seedParts(tx, TEMPLATE_PARTS, 'template')
    await seedPacks(tx, packs)
  })
  const folder = join(root, 'demo/builds')
  const files = readdirSync(folder).filter((file) => file.endsWith('.json'))
  const builds = files.map((file) => readBuild(readFileSync(join(folder, file), 'utf8')))
  await onBench({ benchId: DESK, role: 'owner' }, (tx) => seedBuilds(tx, builds))
  const origin = served()?.origin
  const token = origin === undefined ? undefined : await sql.begin(firstOwnerLink)
  if (token !== undefined)
    console.error(
      `The bench has no owner yet. Its first one comes in here, once, within a day: ${origin}/join/${token}`,
    )
}

/** Says which migrations a store of an older version lacks, a line each; nothing of one that is new. */
async function sayDue(root: string): Promise<void> {
  const sql = db()
  const folder = join(root, 'db/migrations')
  const due = await migrationsDue(sql, folder)
  const [{ isOld } = { isOld: false }] = await sql<{ isOld: boolean }[]>`
    select exists (select from schema_migrations) as "isOld"`
  if (isOld) due.forEach((name) => console.log(name))
}

const [root = process.cwd(), wish] = process.argv.slice(2)
await (wish === '--due' ? sayDue : setUp)(root).catch((error: unknown) => {
  console.error(`The database could not be made ready: ${error instanceof Error ? error.message : String(error)}`)
  process.exitCode = 1
})
// An open connection would keep this process, and whoever waits for it.
await db().end()
