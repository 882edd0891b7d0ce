'use client'

import { Plus, X } from 'lucide-react'
import { useFieldArray, useWatch } from 'react-hook-form'
import type { Figure } from '@/core/schema/schema-kit'
import { Button } from '@/ui/shared/button'
import { FlagField, OptionalName } from './choice-fields'
import { FigureField } from './figure-field'
import { freeId } from '@/core/parts/short/copy-port'
import { SMALL_FIELD, type Form } from './form'
import { PlanPicture, type PlanPoint } from './plan-picture'

const figure = (value: number): Figure => ({ value, origin: 'measured' })

/** A new point stands in the middle of the tray until it is moved. */
function middleOf(form: Form) {
  const { depthMm, heightMm } = form.getValues('space') ?? {}
  return {
    xMm: figure(Math.round((depthMm?.value ?? 0) / 2)),
    yMm: figure(Math.round((heightMm?.value ?? 0) / 2)),
  }
}

/** The tray with its holes, spots and the board's corner, once the inside of the case has its measures. */
function TrayPlan({ form }: { readonly form: Form }) {
  const space = useWatch({ control: form.control, name: 'space' })
  const depthMm = space?.depthMm?.value
  const heightMm = space?.heightMm?.value
  const pointOf = (
    path: string,
    at: { readonly xMm?: Figure | undefined; readonly yMm?: Figure | undefined } | undefined,
    rest: Pick<PlanPoint, 'label' | 'look'>,
  ): readonly PlanPoint[] =>
    at?.xMm === undefined || at.yMm === undefined ? [] : [{ key: path, xMm: at.xMm.value, yMm: at.yMm.value, ...rest }]
  const points = [
    ...(space?.holes ?? []).flatMap((hole, i) => pointOf(`holes.${i}`, hole, { label: `hole ${i + 1}`, look: 'hole' })),
    ...(space?.spots ?? []).flatMap((spot, i) =>
      pointOf(`spots.${i}`, spot, { label: spot.name, look: spot.isBehind ? 'behind' : 'spot' }),
    ),
    ...pointOf('board', space?.board, { label: 'board’s corner', look: 'board' }),
  ]
  const move = (key: string, xMm: number, yMm: number) => {
    form.setValue(`space.${key}.xMm` as never, figure(xMm) as never, { shouldDirty: true })
    form.setValue(`space.${key}.yMm` as never, figure(yMm) as never, { shouldDirty: true })
  }
  return <PlanPicture label="The tray, to scale" depthMm={depthMm} heightMm={heightMm} points={points} onMove={move} />
}

function Holes({ form }: { readonly form: Form }) {
  const holes = useFieldArray({ control: form.control, name: 'space.holes' })
  const mm = (path: string, label: string) => (
    <FigureField form={form} path={`space.${path}`} label={label} unit="mm" origin="manual" />
  )
  return (
    <>
      <ul className="flex flex-wrap gap-1.5">
        {holes.fields.map((field, index) => (
          <li
            key={field.id}
            className="flex flex-wrap items-center gap-2 rounded-lg border border-thread bg-linen px-3 py-1"
          >
            <span className="text-[13px] text-faded">hole {index + 1}</span>
            {mm(`holes.${index}.xMm`, 'from the front')}
            {mm(`holes.${index}.yMm`, 'from the floor')}
            <Button tone="quiet" small aria-label={`Remove hole ${index + 1}`} onClick={() => holes.remove(index)}>
              <X size={14} aria-hidden />
            </Button>
          </li>
        ))}
        <li>
          <Button
            small
            onClick={() =>
              holes.append({ id: freeId('hole', form.getValues('space.holes') ?? []), ...middleOf(form) } as never)
            }
          >
            <Plus size={14} aria-hidden /> Add a hole
          </Button>
        </li>
      </ul>
      {holes.fields.length === 1 && (
        <p className="text-[13px] text-weld">
          One hole alone leads nowhere: what goes in has to come out by another. Until there are two, leads run in
          sight.
        </p>
      )}
    </>
  )
}

function Spots({ form }: { readonly form: Form }) {
  const spots = useFieldArray({ control: form.control, name: 'space.spots' })
  const add = () =>
    spots.append({
      id: freeId('spot', form.getValues('space.spots') ?? []),
      name: `Spot ${spots.fields.length + 1}`,
      isBehind: true,
      ...middleOf(form),
    } as never)
  return (
    <ul className="flex flex-wrap gap-1.5">
      {spots.fields.map((field, index) => (
        <li
          key={field.id}
          className="flex flex-wrap items-center gap-2 rounded-lg border border-thread bg-linen px-3 py-1"
        >
          <input
            {...form.register(`space.spots.${index}.name`)}
            maxLength={120}
            aria-label={`Name of spot ${index + 1}`}
            className={`w-40 ${SMALL_FIELD}`}
          />
          <FigureField form={form} path={`space.spots.${index}.xMm`} label="from the front" unit="mm" origin="manual" />
          <FigureField form={form} path={`space.spots.${index}.yMm`} label="from the floor" unit="mm" origin="manual" />
          <label className="inline-flex items-center gap-1 text-[13px]">
            <input type="checkbox" {...form.register(`space.spots.${index}.isBehind`)} /> behind the tray
          </label>
          <FlagField form={form} path={`space.spots.${index}.isInReach`} label="in reach of a hand" />
          <Button tone="quiet" small aria-label={`Remove spot ${index + 1}`} onClick={() => spots.remove(index)}>
            <X size={14} aria-hidden />
          </Button>
        </li>
      ))}
      <li>
        <Button small onClick={add}>
          <Plus size={14} aria-hidden /> Add a spot for boxes
        </Button>
      </li>
    </ul>
  )
}

/** Slots and grilles without a fan, by which air leaks; each from a chamber to another one or to the outside. */
function Openings({ form }: { readonly form: Form }) {
  const openings = useFieldArray({ control: form.control, name: 'space.openings' })
  return (
    <ul className="flex flex-wrap gap-1.5">
      {openings.fields.map((field, index) => {
        const path = `space.openings.${index}`
        return (
          <li
            key={field.id}
            className="flex flex-wrap items-center gap-2 rounded-lg border border-thread bg-linen px-3 py-1"
          >
            <FigureField
              form={form}
              path={`${path}.openCm2`}
              label={`slots ${index + 1}, open`}
              unit="cm²"
              origin="measured"
            />
            <OptionalName form={form} path={`${path}.chamber`} label="from" placeholder="the case" />
            <OptionalName form={form} path={`${path}.to`} label="to" placeholder="outside" />
            <Button tone="quiet" small aria-label={`Remove slots ${index + 1}`} onClick={() => openings.remove(index)}>
              <X size={14} aria-hidden />
            </Button>
          </li>
        )
      })}
      <li>
        <Button small onClick={() => openings.append({ openCm2: figure(50) } as never)}>
          <Plus size={14} aria-hidden /> Add slots without a fan
        </Button>
      </li>
    </ul>
  )
}

/** The inside of a case, the holes in its tray and the spots for boxes, by which the ways of leads are measured. */
export function SpaceSection({ form }: { readonly form: Form }) {
  const mm = (path: string, label: string) => (
    <FigureField form={form} path={`space.${path}`} label={label} unit="mm" origin="manual" />
  )
  return (
    <section aria-label="Inside the case" className="space-y-1.5">
      <div className="flex items-center gap-3">
        <h3 className="font-display font-semibold">Inside</h3>
        <p className="grow text-[13px] text-faded">
          Measured from the front and the floor; leads run along edges, and behind the tray through its holes. Drag the
          points, or type their figures.
        </p>
      </div>
      <div className="flex flex-wrap gap-x-3 gap-y-1 rounded-lg border border-thread bg-linen px-3 py-2">
        {mm('depthMm', 'front to rear')}
        {mm('heightMm', 'floor to roof')}
        {mm('widthMm', 'tray to side')}
        {mm('board.xMm', 'board’s rear upper corner from the front')}
        {mm('board.yMm', 'from the floor')}
      </div>
      <div className="flex flex-wrap items-start gap-3">
        <TrayPlan form={form} />
        <div className="grow basis-64 space-y-1.5">
          <Holes form={form} />
          <Spots form={form} />
          <Openings form={form} />
        </div>
      </div>
    </section>
  )
}
