import type { SeenFile } from '../bench/report-schema'
import { validateSeen } from '../formats/generated/validators'
import { parseJson } from '../formats/json-text'
import { fitting } from '../formats/validate'

const asSeen = fitting<SeenFile>(validateSeen)

/** Reads what a builder has seen of a machine, as a file says it; says what is wrong with it, and where. */
export const readSeen = (text: string): SeenFile => asSeen(parseJson(text))
