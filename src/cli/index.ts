import { run } from './run'

process.exitCode = await run(process.argv.slice(2), {
  say: (text) => process.stdout.write(text),
  complain: (text) => process.stderr.write(text),
})
