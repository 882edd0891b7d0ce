import type { Part, Port, Relation } from '../schema'

/** `outlet 4` after `outlet 3`, `fan 2` after `fan`. */
export function nextName(name: string): string {
  const number = /(\d+)$/.exec(name)?.[1]
  return number === undefined ? `${name} 2` : name.replace(/\d+$/, String(Number(number) + 1))
}

/** A name like this one that nothing of the list has. */
export function freeName(name: string, taken: readonly { readonly name: string }[]): string {
  let next = name
  while (taken.some((other) => other.name === next)) next = nextName(next)
  return next
}

/** An id that no entry of the list has: `lead1`, `lead2` … */
export function freeId(prefix: string, taken: readonly { readonly id: string }[]): string {
  for (let number = 1; ; number += 1) {
    const id = `${prefix}${number}`
    if (!taken.some((entry) => entry.id === id)) return id
  }
}

const beside = (ids: readonly string[], portId: string, id: string) =>
  ids.flatMap((each) => (each === portId ? [each, id] : [each]))

/** A relation that speaks of the copy as it does of the first; a limit of one port alone is said once more. */
function copied(relation: Relation, portId: string, id: string): readonly Relation[] {
  switch (relation.type) {
    case 'joins': {
      // The tach of one outlet is passed on, never of two: a copy reports nothing.
      const isTach = relation.wires.length === 1 && relation.wires[0] === 'tach'
      return [isTach ? relation : { ...relation, ports: beside(relation.ports, portId, id) }]
    }
    case 'powers':
    case 'drives':
    case 'follows':
      return [{ ...relation, outlets: beside(relation.outlets, portId, id) }]
    case 'repeats':
      return [{ ...relation, to: beside(relation.to, portId, id) }]
    case 'usb':
      return [{ ...relation, down: beside(relation.down, portId, id) }]
    case 'limit':
      if (relation.holds === 'each' && relation.ports.length === 1 && relation.ports[0] === portId) {
        return [relation, { ...relation, ports: [id] }]
      }
      return [{ ...relation, ports: beside(relation.ports, portId, id) }]
    default:
      return [relation]
  }
}

/**
 * A part with one more port like this one right behind it, under a name of its own: in every list of ports that the first
 * is in, and with the limits that the first has. It hangs on the same lead; where it sits on a board is not said.
 */
export function copyPort(part: Part, portId: string): Part {
  const port = part.ports.find(({ id }) => id === portId)
  if (port === undefined) return part
  const { spot: _spot, ...rest } = port
  const id = freeId(portId.replace(/\d+$/, '') || 'port', part.ports)
  const copy: Port = { ...rest, id, name: freeName(port.name, part.ports) }
  return {
    ...part,
    ports: part.ports.flatMap((each) => (each === port ? [each, copy] : [each])),
    inside: part.inside.flatMap((relation) => copied(relation, portId, id)),
  }
}
