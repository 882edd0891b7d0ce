import { db, transaction } from './db'
import { recoveryLink } from './entry-links'

/** Prints a link under which somebody sets a new password. Run by ./loom recover, by whoever runs the server. */
const [signInName = ''] = process.argv.slice(2)
const token = await transaction((tx) => recoveryLink(tx, signInName.trim().toLowerCase()))
await db().end()
if (token === undefined) {
  console.error(`Nobody here signs in as “${signInName}”.`)
  process.exitCode = 1
} else {
  console.log(`Give this to ${signInName}, behind the address of your Gentle Loom; it works once, within an hour:`)
  console.log(`/join/${token}`)
}
