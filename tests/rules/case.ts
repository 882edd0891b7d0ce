import { apply } from '../../src/core/build/apply'
import type { SingleEdit } from '../../src/core/build/edit-schema'
import type { Build, Choices } from '../../src/core/build/schema'
import { figureOf } from '../../src/core/parts/make'
import type { Part, Port, Relation } from '../../src/core/parts/schema'

/** One line of the table: a rule, a build, and what it says there. */
export interface Case {
  readonly rule: string
  readonly what: string
  readonly build: Build
  /** `holds`, `notApplicable`, or the message id of the finding wanted. */
  readonly wanted: string
  readonly params?: Readonly<Record<string, unknown>>
}

/** The build after some edits. */
export function after(build: Build, ...edits: readonly SingleEdit[]): Build {
  return edits.reduce((rest, edit) => apply(rest, edit).build, build)
}

export function withChoices(build: Build, choices: Partial<Choices>): Build {
  return { ...build, choices: { ...build.choices, ...choices } }
}

export const at = (itemId: string, portId: string) => ({ itemId, portId })

/** The part with every relation of one type changed. */
export function changed<T extends Relation['type']>(
  part: Part,
  type: T,
  change: (relation: Extract<Relation, { readonly type: T }>) => object,
): Part {
  return {
    ...part,
    inside: part.inside.map((relation) =>
      relation.type === type
        ? ({ ...relation, ...change(relation as Extract<Relation, { readonly type: T }>) } as Relation)
        : relation,
    ),
  }
}

/** The part with every port changed. */
export function withPorts(part: Part, change: (port: Port) => object): Part {
  return { ...part, ports: part.ports.map((port): Port => ({ ...port, ...change(port) })) }
}

/** The part under another id and name. */
export const as = (part: Part, id: string): Part => ({ ...part, id, name: id })

/** Every lead of the part as long and as thick as said. */
export function withLeads(part: Part, lengthMm: number, gaugeAwg: number): Part {
  return {
    ...part,
    leads: (part.leads ?? []).map((lead) => ({
      ...lead,
      lengthMm: figureOf(lengthMm, 'label'),
      gaugeAwg: figureOf(gaugeAwg, 'label'),
    })),
  }
}
