import { useCallback } from 'react'
import { placeEdit, unplaceEdit } from '@/core/build/choose'
import type { Place } from '@/core/build/facet-schemas'
import type { Item } from '@/core/build/schema'
import { proposedPlace, type Target } from '@/core/ask/placing'
import { placeAll } from '@/core/ask/place-all'
import { refusalText } from '@/core/wording/place-text'
import { countOf, listNames } from '@/core/wording/text'
import { useActions, useHarness } from '@/ui/session/context'
import { notify } from '@/ui/shared/notices'
import { useFocus } from '@/ui/focus/focus'
import { usePlaces } from './places-state'
import { goesOnProcessor, looseThings, refusalFor } from '@/ui/case/view'

/** What can be done with a thing in a case: put it somewhere (refused with the reason), turn it, take it out. */
export function usePlacing(caseItem: Item | undefined) {
  const harness = useHarness()
  const { dispatch } = useActions()
  const hold = usePlaces((state) => state.hold)
  const choose = useFocus((state) => state.choose)

  /** True where it was put; the next thing of the same part is then in hand. */
  const put = useCallback(
    (item: Item, target: Target): boolean => {
      if (caseItem === undefined) return false
      const refusal = refusalFor({ harness, caseItem, held: item, layoutIds: {} }, target)
      if (refusal !== undefined) {
        notify(refusalText(item.mark, refusal), { tone: 'fault' })
        return false
      }
      if (!dispatch(placeEdit(proposedPlace(harness, { caseItem, item, target })))) return false
      const next = looseThings(harness, caseItem).find(({ id, partId }) => id !== item.id && partId === item.partId)
      hold(next?.id ?? null)
      choose(item.id)
      return true
    },
    [harness, caseItem, dispatch, hold, choose],
  )

  const change = useCallback((place: Place) => dispatch(placeEdit(place)), [dispatch])
  const takeOut = useCallback(
    (itemId: string) => {
      dispatch(unplaceEdit(itemId))
      choose(null)
    },
    [dispatch, choose],
  )
  /** Puts everything where people usually would, as one step that can be undone. */
  const putAll = useCallback(() => {
    if (caseItem === undefined) return
    const things = looseThings(harness, caseItem)
    const onProcessor = new Set(things.filter((item) => goesOnProcessor(harness, item)).map(({ id }) => id))
    const { edits, left } = placeAll(harness, { caseItem, things, onProcessor })
    if (edits.length > 0 && !dispatch({ type: 'batch', edits: [...edits] })) return
    const none = left.length === 0 ? '' : ` No free place takes ${listNames(left.map(({ mark }) => mark))}.`
    notify(`${countOf(edits.length, 'thing')} placed.${none}`)
  }, [harness, caseItem, dispatch])
  return { put, change, takeOut, putAll }
}

const QUARTERS = 4

/** The place with its thing turned round: the other face inside, the printed arrow the other way. */
export function turned(place: Place): Place {
  const face = place.inwardFace === 'struts' ? ('open' as const) : ('struts' as const)
  const { arrow } = place
  return { ...place, inwardFace: face, ...(arrow === undefined ? {} : { arrow: arrow === 'in' ? 'out' : 'in' }) }
}

/** The place with the corner that the lead leaves by a quarter further on. */
export function cornerOn(place: Place): Place {
  return { ...place, leadCorner: ((place.leadCorner ?? -1) + 1) % QUARTERS }
}
