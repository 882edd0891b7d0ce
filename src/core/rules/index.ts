import { connectorMates } from './connector-mates'
import { currentBudget } from './current-budget'
import { endsMate } from './ends-mate'
import { leadLoose } from './lead-loose'
import { lightVoltage } from './light-voltage'
import { portTaken } from './port-taken'
import type { AnyRule } from './rule'

/** Every rule, by id. A new rule is a file in this folder and a line here; ids are forever. */
export const RULES: readonly AnyRule[] = [connectorMates, currentBudget, endsMate, leadLoose, lightVoltage, portTaken]
