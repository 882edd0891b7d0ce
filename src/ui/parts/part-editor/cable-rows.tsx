'use client'

import { CopyPlus, Plus, X } from 'lucide-react'
import { useWatch } from 'react-hook-form'
import { FAMILY_FACTS } from '@/core/parts/connectors'
import {
  CABLE_PLUGS,
  cableRows,
  supplyWatts,
  withCable,
  withCableAmps,
  withoutCable,
  withPlugCount,
  withSupplyWatts,
  type CablePlug,
} from '@/core/parts/short/cables'
import type { Part } from '@/core/parts/schema'
import { Button } from '@/ui/shared/button'
import { ConnectorFace } from '@/ui/shared/connector-face'
import { FigureInput } from '@/ui/shared/figure-input'
import { changePart, type Form } from './form'
import { AmpsField, CountField } from './row-parts'

const isPlug = (family: string | undefined): family is CablePlug => CABLE_PLUGS.some((plug) => plug === family)

/** A supply as its label and its box list it: watts in all, and a row a cable. */
export function CableRows({ form }: { readonly form: Form }) {
  const part = useWatch({ control: form.control }) as unknown as Part
  const change = (next: (part: Part) => Part) => changePart(form, next)
  return (
    <section aria-label="Cables" className="space-y-1.5">
      <FigureInput
        label="Gives in all"
        unit="W"
        origin="label"
        figure={supplyWatts(part)}
        onChange={(watts) => change((before) => withSupplyWatts(before, watts))}
      />
      <h3 className="font-display font-semibold">Cables for drives, hubs and lights</h3>
      <ul className="space-y-1">
        {cableRows(part).map(({ leadId, portIds, family, amps }) => {
          const first = part.ports.find(({ id }) => id === portIds[0])!
          return (
            <li
              key={leadId}
              className="flex flex-wrap items-center gap-x-3 gap-y-1 rounded-lg border border-thread bg-linen px-2 py-1"
            >
              <strong className="w-16">Cable {leadId}</strong>
              <ConnectorFace connector={first.connector} wires={first.wires} />
              <span className="grow">
                {family === undefined ? 'plugs of several kinds' : FAMILY_FACTS[family].name}
              </span>
              <CountField
                label={`Plugs on cable ${leadId}`}
                count={portIds.length}
                most={12}
                onChange={(count) => change((before) => withPlugCount(before, leadId, count))}
              />
              <AmpsField
                label="carries"
                amps={amps}
                onChange={(next) => change((before) => withCableAmps(before, leadId, next))}
              />
              <span className="flex">
                <Button
                  tone="quiet"
                  small
                  aria-label={`One more like cable ${leadId}`}
                  disabled={!isPlug(family)}
                  onClick={() => isPlug(family) && change((before) => withCable(before, family, portIds.length))}
                >
                  <CopyPlus size={14} aria-hidden />
                </Button>
                <Button
                  tone="quiet"
                  small
                  aria-label={`Take cable ${leadId} away`}
                  onClick={() => change((before) => withoutCable(before, leadId))}
                >
                  <X size={14} aria-hidden />
                </Button>
              </span>
            </li>
          )
        })}
      </ul>
      <p className="flex flex-wrap items-center gap-1.5">
        <span className="text-[13px] text-faded">One more cable of</span>
        {CABLE_PLUGS.map((plug) => (
          <Button key={plug} small onClick={() => change((before) => withCable(before, plug, 3))}>
            <Plus size={13} aria-hidden /> {FAMILY_FACTS[plug].name}
          </Button>
        ))}
      </p>
    </section>
  )
}
