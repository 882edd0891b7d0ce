import clsx from 'clsx'
import type { Harness } from '@/core/operate/harness'
import type { Command, Head } from '@/core/structure/signal/speed'
import { portKey } from '@/core/build/refs'
import { WHY_WORDS } from '@/core/wording/command-text'
import { listNames } from '@/core/wording/text'
import { useFocus } from '@/ui/focus/focus'

/** In a list that is narrow. */
const CONTROL_SIGNS = {
  pwm: 'PWM',
  dc: 'volts',
  roughDc: 'volts',
  none: 'nothing',
  unknown: 'nobody knows how',
} as const

const marksOf = (commands: readonly Command[]) => listNames(commands.map(({ placed }) => placed.item.mark))

interface HeadsProps {
  readonly harness: Harness
  /** Of the machine that is looked at. */
  readonly commands: readonly Command[]
  readonly heads: readonly Head[]
  readonly picked: Head | undefined
}

/** Who listens to whom: every header and outlet that commands something, and what nobody can command, with why. */
export function HeadsList({ harness, commands, heads, picked }: HeadsProps) {
  const select = useFocus((state) => state.select)
  // A pump that nobody commands does what it should: it runs at full speed.
  const untold = commands.filter(
    ({ control, head, motor }) => motor.pump !== true && (control === 'none' || head === undefined),
  )
  return (
    <section aria-label="Who listens to whom" className="space-y-3">
      <ul className="space-y-1.5">
        {heads.map((head) => {
          const told = head.commands.filter(({ control }) => control !== 'none')
          const ways = [...new Set(told.map(({ control }) => CONTROL_SIGNS[control]))]
          return (
            <li key={portKey(head.at)}>
              <button
                type="button"
                aria-pressed={head === picked}
                onClick={() => select({ ref: head.at })}
                className={clsx(
                  'w-full rounded-md border px-2.5 py-1.5 text-left max-sm:min-h-[44px]',
                  head === picked ? 'border-woad bg-woad-wash' : 'border-thread bg-cloth hover:border-seam',
                )}
              >
                <span className="flex items-baseline justify-between gap-2">
                  <span className="font-display font-semibold">{harness.name(head.at)}</span>
                  <span className="text-[13px] text-faded">
                    {told.length === 0 ? 'nobody listens' : `by ${listNames(ways)}`}
                  </span>
                </span>
                <span className="block text-[13px] text-faded">{marksOf(head.commands)}</span>
              </button>
            </li>
          )
        })}
      </ul>
      {untold.length > 0 && (
        <div className="rounded-md border border-dashed border-seam px-2.5 py-1.5 text-[13px]">
          <h3 className="font-semibold">Cannot be told anything</h3>
          <ul className="mt-1 space-y-1">
            {untold.map((command) => (
              <li key={portKey(command.at)}>
                <button
                  type="button"
                  className="text-left underline decoration-thread hover:decoration-ink"
                  onClick={() => select({ ref: command.at })}
                >
                  {command.placed.item.mark}
                </button>
                : {command.why === undefined ? 'no command reaches it' : WHY_WORDS[command.why]}; it runs at full speed
              </li>
            ))}
          </ul>
          <p className="mt-1 text-faded">In Wiring, “Move it elsewhere” offers each a port that can.</p>
        </div>
      )}
    </section>
  )
}
