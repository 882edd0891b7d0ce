import type { Part } from '../parts/schema'
import type { Build } from '../build/schema'
import type { Save } from '../build/edit-schema'
import type { Fault } from '../build/fault'
import { buildFaults, idFaults, partFaults } from '../build/integrity'
import { FORMAT_NAME, FORMAT_VERSION } from '../build/format-name'
import { LoomError } from '../errors'
import { parseJson } from './json-text'
import { PARTS_FORMAT, PARTS_VERSION, type PartsFile } from './parts-file'
import type { BuildIds, BuildTags, IdList, NameState, NewBuild, PackSave, PartSave } from './request-schema'
import { LIMITS } from '../schema/schema-kit'
import { cut } from '../units/cut'
import { BUILD_STEPS, PACK_STEPS, PART_STEPS, upgraded } from './upgrade'
import * as validators from './generated/validators'
import type { ShapeError } from './generated/validators'

function valueAt(root: unknown, pointer: string): unknown {
  return pointer
    .split('/')
    .slice(1)
    .map((key) => key.replaceAll('~1', '/').replaceAll('~0', '~'))
    .reduce<unknown>((value, key) => (value as Readonly<Record<string, unknown>> | undefined)?.[key], root)
}

function found(value: unknown): string {
  const text = JSON.stringify(value) ?? 'nothing'
  return text.length > 40 ? `${cut(text, 40)}…` : text
}

const list = (values: unknown) =>
  Array.isArray(values) ? values.map((value) => found(value)).join(', ') : found(values)

/** What is wrong and what is expected, in words; the place is said by the caller. */
function sayShape(error: ShapeError, root: unknown): Fault {
  const { instancePath, keyword, params } = error
  const value = found(valueAt(root, instancePath))
  const at = (message: string): Fault => ({ pointer: instancePath, message })
  switch (keyword) {
    case 'additionalProperties':
      return {
        pointer: `${instancePath}/${String(params['additionalProperty'])}`,
        message: 'this field is not known here; remove it or correct its name',
      }
    case 'required':
      return { pointer: `${instancePath}/${String(params['missingProperty'])}`, message: 'this field is missing' }
    case 'type':
      return at(`${list(params['type'])} is expected, but ${value} stands there`)
    case 'enum':
      return at(`one of ${list(params['allowedValues'])} is expected, but ${value} stands there`)
    case 'const':
      return at(`${list(params['allowedValue'])} is expected, but ${value} stands there`)
    case 'minimum':
      return at(`at least ${String(params['limit'])} is expected, but ${value} stands there`)
    case 'maximum':
      return at(`at most ${String(params['limit'])} is expected, but ${value} stands there`)
    case 'minLength':
      return at('a text that is not empty is expected')
    case 'maxLength':
      return at(`a text of at most ${String(params['limit'])} characters is expected`)
    case 'minItems':
      return at(`at least ${String(params['limit'])} entries are expected`)
    case 'maxItems':
      return at(`at most ${String(params['limit'])} entries are expected`)
    case 'uniqueItems':
      return at('the same entry stands there twice')
    case 'pattern':
      return at(`${value} holds characters that are not allowed there`)
    case 'discriminator':
      return at(
        `“${String(params['tag'])}” must say one of the known sorts, but ${found(params['tagValue'])} stands there`,
      )
    default:
      return at(`${value} does not fit what is expected`)
  }
}

function refuse(fault: Fault): never {
  const place = fault.pointer === '' ? '/' : fault.pointer
  throw new LoomError('FORMAT_WRONG', `At ${place}: ${fault.message}.`, place)
}

interface Validator {
  (value: unknown): boolean
  errors?: readonly ShapeError[] | null
}

function mustFit(validator: Validator, value: unknown): void {
  if (validator(value)) return
  const error = validator.errors?.[0]
  refuse(
    error === undefined ? { pointer: '', message: 'this does not have the expected shape' } : sayShape(error, value),
  )
}

/** Reads a value of one shape: as it is, or a FORMAT_WRONG error with the place of its first fault. */
export const fitting =
  <T>(validator: Validator) =>
  (value: unknown): T => {
    mustFit(validator, value)
    return value as T
  }

function checkVersion(value: unknown): void {
  const { format, version } = (typeof value === 'object' && value !== null ? value : {}) as Record<string, unknown>
  if (format !== FORMAT_NAME) {
    refuse({
      pointer: '/format',
      message: `a build file says "${FORMAT_NAME}" here, but ${found(format)} stands there`,
    })
  }
  checkNumber(version, FORMAT_VERSION)
}

function checkNumber(version: unknown, newest: number): void {
  if (version === newest) return
  const isNewer = typeof version === 'number' && version > newest
  refuse({
    pointer: '/version',
    message: isNewer
      ? `version ${found(version)} was written by a newer program; this one reads up to version ${newest}`
      : `this program reads version ${newest}, but ${found(version)} stands there`,
  })
}

/** Whether a newer program wrote a build: it is sound there, and nothing here may touch it. */
export function isNewerBuild(value: unknown): boolean {
  const version = versionOf(value)
  return typeof version === 'number' && version > FORMAT_VERSION
}

const versionOf = (value: unknown): unknown => (value as { readonly version?: unknown } | null)?.version

/** The value with its older version brought up to date, and nothing looked at: for what is validated later on. */
export function asNewest(written: unknown): unknown {
  return upgraded(written, versionOf(written), BUILD_STEPS)
}

/**
 * The value as a sound build of the newest version, or a FORMAT_WRONG error with the JSON pointer of the first fault.
 * Older versions are brought up to date first.
 */
export function asBuild(written: unknown): Build {
  const value = asNewest(written)
  checkVersion(value)
  mustFit(validators.validateBuild, value)
  const build = value as Build
  for (const fault of buildFaults(build)) refuse(fault)
  return build
}

/** The text of a build file as a sound build, or an error that names the place: path, line and column, or size. */
export function readBuild(text: string): Build {
  return asBuild(parseJson(text))
}

/** The value as a sound part, or a FORMAT_WRONG error with the JSON pointer of the first fault. */
export function asPart(value: unknown): Part {
  mustFit(validators.validatePart, value)
  for (const fault of partFaults(value as Part, '')) refuse(fault)
  return value as Part
}

/** The value as what a page sends to save, or a FORMAT_WRONG error with the place. */
export const asSave = fitting<Save>(validators.validateSave)

/** The value as a request for a new build, or a FORMAT_WRONG error with the place. */
export const asNewBuild = fitting<NewBuild>(validators.validateNewBuild)

/** The value as a part to be kept on the shelf, or a FORMAT_WRONG error with the place inside the part. */
export function asPartSave(value: unknown): PartSave {
  mustFit(validators.validatePartSave, value)
  const save = value as PartSave
  for (const fault of partFaults(save.part, '/part')) refuse(fault)
  return save
}

/** The value as a pack to be kept on the shelf, or a FORMAT_WRONG error with the place. */
export const asPackSave = fitting<PackSave>(validators.validatePackSave)

/** A file of parts of an older version with each part and pack brought up to date. */
function withNewestParts(written: unknown): unknown {
  const version = versionOf(written)
  if (typeof version !== 'number' || version < 1 || version > PART_STEPS.length) return written
  const file = written as Readonly<Record<string, unknown>>
  const each = (list: unknown, steps: typeof PART_STEPS): unknown =>
    Array.isArray(list) ? list.map((entry: unknown) => upgraded(entry, version, steps)) : list
  return {
    ...file,
    version: PARTS_VERSION,
    parts: each(file['parts'], PART_STEPS),
    ...('packs' in file ? { packs: each(file['packs'], PACK_STEPS) } : {}),
  }
}

/** The text of a file of parts, or an error that names the place of its first fault. */
export function readPartsFile(text: string): PartsFile {
  const written = parseJson(text, LIMITS.partsFileBytes)
  const value = withNewestParts(written)
  const { format, version } = (typeof value === 'object' && value !== null ? value : {}) as Record<string, unknown>
  if (format !== PARTS_FORMAT) {
    refuse({
      pointer: '/format',
      message: `a file of parts says "${PARTS_FORMAT}" here, but ${found(format)} stands there`,
    })
  }
  checkNumber(version, PARTS_VERSION)
  mustFit(validators.validatePartsFile, value)
  const file = value as PartsFile
  for (const [index, part] of file.parts.entries())
    for (const fault of partFaults(part, `/parts/${index}`)) refuse(fault)
  for (const fault of idFaults(file)) refuse(fault)
  return file
}

/** The value as a name for a state of a build, or a FORMAT_WRONG error with the place. */
export const asNameState = fitting<NameState>(validators.validateNameState)

/** The value as a list of ids, or a FORMAT_WRONG error with the place. */
export const asIdList = fitting<IdList>(validators.validateIdList)

/** The value as ids of builds, or a FORMAT_WRONG error with the place. */
export const asBuildIds = fitting<BuildIds>(validators.validateBuildIds)

/** The value as a tag for builds, or a FORMAT_WRONG error with the place. */
export const asBuildTags = fitting<BuildTags>(validators.validateBuildTags)
