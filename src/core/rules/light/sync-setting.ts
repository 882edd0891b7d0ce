import { syncEdit } from '../../build/choose'
import { defineRule } from '../engine/rule'

/** A box follows the board only with both: the sync lead and the setting in the maker's program. */
export const syncSetting = defineRule({
  id: 'sync-setting',
  group: 'light',
  what: 'A sync lead and the setting that makes its box follow go together.',
  source: 'common practice, no source',
  reads: ['choices.syncSettings'],
  messages: {
    leadWithoutSetting: {
      severity: 'warning',
      text: '{lead} is plugged in, but the setting “{setting}” is off: {box} keeps to its own program. Switch it on, or unplug the lead.',
    },
    settingWithoutLead: {
      severity: 'warning',
      text: '“{setting}” is on, but {lead} is loose: {box} follows nothing. Plug the lead in, or switch the setting off.',
    },
    settingUnknown: {
      severity: 'unknown',
      text: '{lead} is plugged in; nobody has said whether “{setting}” is on in the program of {box}. Without it the box keeps to its own program.',
    },
  },
  check: (harness, say) =>
    harness.items.flatMap((item) =>
      harness.factsOfItem(item.id).all.follows.map((follows) => {
        const ref = { itemId: item.id, portId: follows.input }
        const at = [ref]
        const isPlugged = harness.threadsAt(ref).length > 0
        const isOn = harness.choices.syncAt(ref)
        const params = { lead: harness.name(ref), setting: follows.setting ?? 'follow the board', box: item.mark }
        if (!isPlugged) return isOn === true ? say.found('settingWithoutLead', at, params) : say.notApplicable()
        if (isOn === undefined) return say.found('settingUnknown', at, params)
        return isOn ? say.holds() : say.found('leadWithoutSetting', at, params)
      }),
    ),
  mends: (harness, finding) =>
    finding.at.flatMap((lead) => {
      const isOn = finding.messageId !== 'settingWithoutLead'
      const box = harness.port(lead).item.mark
      const params = { box, lead: harness.name(lead), position: isOn ? 'on' : 'off' }
      return [{ messageId: 'switchSync', params, edit: syncEdit(lead, isOn) }]
    }),
})
