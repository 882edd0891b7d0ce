import { lightOwnerOf, lightSchool, type LightOwner } from '../../structure/signal/owners'
import { defineRule } from '../engine/rule'

export const OWNER_WORDS: Readonly<Record<LightOwner, string>> = {
  board: 'the board',
  maker: "the maker's own program",
  handBox: 'a box with a remote',
  foreign: "another maker's box",
}

/** Who rules a light, against the choice of the build or its group. */
export const lightOwner = defineRule({
  id: 'light-owner',
  group: 'light',
  what: 'Every light is ruled by the one owner that the choice for its group names.',
  source: 'a choice of the builder; the choices: common practice, no source',
  reads: ['drives.needsProgram'],
  asksOnly: ['choices.schools.light', 'choices.lightOwners'],
  messages: {
    otherOwner: {
      severity: 'warning',
      text: '{lead} is ruled by {owner}, but the choice for {group} is {wanted}. Move its lead, or change the choice.',
    },
    ownerUnknown: {
      severity: 'unknown',
      text: 'Nobody has said whether {port}, which rules {lead}, needs a program; the choice for {group} is {wanted}. Look it up in the manual of the box.',
    },
  },
  check: (harness, say) =>
    harness.lights().lines.flatMap(({ source, segments }) =>
      segments.map((segment) => {
        const at = [segment.at]
        const choice = lightSchool(harness.build, segment.at)
        if (choice === undefined) return say.notApplicable()
        const owner = lightOwnerOf(source, segment.placed.facts.part.maker)
        const params = { lead: harness.name(segment.at), group: choice.of, wanted: OWNER_WORDS[choice.wanted] }
        if (owner === undefined) return say.found('ownerUnknown', at, { ...params, port: harness.name(source.ref) })
        return owner === choice.wanted
          ? say.holds()
          : say.found('otherOwner', at, { ...params, owner: OWNER_WORDS[owner] })
      }),
    ),
  mends: () => [],
})
