import type { Harness } from '../../operate/harness'
import type { Command } from '../../structure/signal/speed'
import { speedOwnerOf, speedSchool, type SpeedOwner } from '../../structure/signal/owners'
import { defineRule } from '../engine/rule'

const OWNER_WORDS: Readonly<Record<SpeedOwner, string>> = {
  board: 'the board',
  controller: 'a box with its own program',
  sync: 'the board, through a box that follows it',
  pump: 'the pump head',
}

function ownerOf(harness: Harness, { head, through }: Command): SpeedOwner | undefined {
  if (head === undefined) return undefined
  const isFollowing = through.some((input) =>
    harness.port(input).facts.all.follows.some((r) => r.input === input.portId),
  )
  return speedOwnerOf(harness.port(head), isFollowing)
}

/** Whether a CPU header hears this fan and nothing else: without it the board would not start. */
function isHeardThere(harness: Harness, { at, head }: Command): boolean {
  if (head === undefined || harness.port(head).port.role !== 'cpu') return false
  const reporters = harness.tach().readingAt(head)?.reporters ?? []
  return reporters.length > 0 && reporters.every((reporter) => reporter.at.itemId === at.itemId)
}

/** Who rules a fan, against the school that the build or its group has chosen. */
export const speedOwner = defineRule({
  id: 'speed-owner',
  group: 'speed',
  what: 'Fans are ruled by whom the choice for their group names: board, controller, or board through the controller.',
  source: 'a choice of the builder; the choices: common practice, no source',
  reads: [],
  asksOnly: ['choices.schools.speed', 'groups.schools.radiatorFans'],
  messages: {
    otherOwner: {
      severity: 'warning',
      text: '{lead} is ruled by {owner}, but the choice for {group} is {wanted}. Move its lead, or change the choice.',
    },
    neededThere: {
      severity: 'note',
      text: '{lead} stays on {port}, though the choice for {group} is {wanted}: that header has to hear a fan, and nothing else reports there. Let another lead report there, such as that of the pump, before you move it.',
    },
  },
  check: (harness, say) =>
    harness.speed().commands.map((command) => {
      const at = [command.at]
      const choice = speedSchool(harness.build, command.at.itemId)
      const owner = ownerOf(harness, command)
      if (choice === undefined || owner === undefined || command.motor.pump === true) {
        return say.notApplicable()
      }
      if (owner === choice.wanted) return say.holds()
      if (isHeardThere(harness, command)) {
        const [lead, port] = [harness.name(command.at), harness.name(command.head!)]
        return say.found('neededThere', at, { lead, port, group: choice.of, wanted: OWNER_WORDS[choice.wanted] })
      }
      const params = {
        lead: harness.name(command.at),
        owner: OWNER_WORDS[owner],
        group: choice.of,
        wanted: OWNER_WORDS[choice.wanted],
      }
      return say.found('otherOwner', at, params)
    }),
  mends: () => [],
})
