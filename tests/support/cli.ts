import { run } from '../../src/cli/run'

/** The command line in this process; that ./loom hands its words and streams on is seen in tests/server/cli.test.ts. */
export async function loom(...args: string[]) {
  const [stdout, stderr]: [string[], string[]] = [[], []]
  const status = await run(args, { say: (text) => stdout.push(text), complain: (text) => stderr.push(text) })
  return { status, stdout: stdout.join(''), stderr: stderr.join('') }
}
