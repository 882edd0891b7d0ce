import { EXAMPLES } from '@/core/rules/generated/examples'
import { RULES } from '@/core/rules'
import { GROUPS, type AnyRule, type RuleGroup } from '@/core/rules/engine/rule'
import { SeverityMark } from '@/ui/shared/severity'
import { PageHead } from '@/ui/shared/page-head'

const GROUP_WORDS: Readonly<Record<RuleGroup, string>> = {
  fit: 'Plugs and ports',
  voltage: 'Voltage',
  current: 'Current',
  speed: 'Speed commands',
  tach: 'Speed readings',
  light: 'Lights',
  chain: 'Chains and boxes',
  place: 'Places and air',
  supply: 'Supply and USB',
  curve: 'Curves',
}

function Rule({ rule }: { readonly rule: AnyRule }) {
  const examples = EXAMPLES[rule.id] ?? {}
  return (
    <li id={rule.id} className="border-b border-thread px-4 py-3 last:border-b-0">
      <h3 className="font-semibold">{rule.what}</h3>
      <ul className="mt-1 space-y-1">
        {Object.entries(rule.messages).map(([messageId, { severity }]) => (
          <li key={messageId} className="flex items-start gap-2 text-[14px]">
            <span className="mt-0.5 shrink-0">
              <SeverityMark look={severity} />
            </span>
            <span>{examples[messageId]}</span>
          </li>
        ))}
      </ul>
      <p className="mt-1 text-[13px] text-faded">
        {rule.id} · source: {rule.source}
      </p>
    </li>
  )
}

/** Every rule with what it says, and where it comes from. */
export function RulesPage() {
  return (
    <div className="mx-auto max-w-[52rem] px-5 pb-16">
      <PageHead />
      <main>
        <h1 className="mt-4 font-display text-3xl font-semibold">What is checked</h1>
        <p className="mt-2 max-w-prose text-faded">
          {RULES.length} rules look at every wiring, on every change. The examples are invented; where a rule rests on a
          published source or on common practice, it says so.
        </p>
        <nav aria-label="Groups of rules" className="mt-4 flex flex-wrap gap-x-4 gap-y-1">
          {GROUPS.map((group) => (
            <a key={group} href={`#${group}`} className="text-woad underline">
              {GROUP_WORDS[group]}
            </a>
          ))}
        </nav>
        {GROUPS.map((group) => (
          <section key={group} id={group} aria-labelledby={`${group}-title`} className="mt-8">
            <h2 id={`${group}-title`} className="font-display text-xl font-semibold">
              {GROUP_WORDS[group]}
            </h2>
            <ul className="mt-2 rounded-xl border border-thread bg-cloth">
              {RULES.filter((rule) => rule.group === group).map((rule) => (
                <Rule key={rule.id} rule={rule} />
              ))}
            </ul>
          </section>
        ))}
      </main>
    </div>
  )
}
