import type { Harness } from '../operate/harness'
import type { ProgramStep } from '../sheet/programs'
import { listNames } from './text'

/** One step of what to install and to set, as a sentence. */
export function programText(harness: Harness, step: ProgramStep): string {
  const markOf = (itemId: string) => harness.items.find(({ id }) => id === itemId)!.mark
  switch (step.does) {
    case 'number': {
      const { switches } = step
      const how = switches.map((isOn, place) => `${place + 1} ${isOn ? 'on' : 'off'}`).join(', ')
      const by = how === '' ? '' : `: its switches are ${how}`
      return `With the power off, give ${markOf(step.itemId)} the number ${step.addressNumber}${by}.`
    }
    case 'firmware': {
      const wanted = step.firmware === undefined ? 'up to date' : `to ${step.firmware} or newer`
      return `Bring the firmware of ${markOf(step.itemId)} ${wanted}, then set its headers as the settings say.`
    }
    case 'install': {
      const marks = listNames(step.itemIds.map(markOf))
      const least = step.leastVersion === undefined ? '' : ` ${step.leastVersion} or newer`
      return step.name === undefined
        ? `Install the program of ${marks}${least === '' ? '' : `,${least}`}; what it is called, nobody entered.`
        : `Install “${step.name}”${least}, for ${marks}.`
    }
    case 'boxFirmware':
      return `Bring the firmware of ${markOf(step.itemId)} to ${step.firmware} or newer, through its program.`
    case 'declare': {
      const models = step.models.map(({ model, unitCount, ledCount }) => `${unitCount} × ${model} of ${ledCount} LEDs`)
      return `Declare on ${harness.name(step.at)}: ${models.join(', then ')}.`
    }
    case 'follow': {
      const { mark } = harness.port(step.at).item
      const setting = step.setting === undefined ? 'that it follows the board' : `“${step.setting}”`
      return `In the program of ${mark}, set ${setting} for ${harness.name(step.at)}.`
    }
    default:
      return step satisfies never
  }
}
