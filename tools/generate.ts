/**
 * Makes what is derived from the rules and the schemas: the page of rules with an example of every message, the Ajv validators as plain code (a strict content policy forbids making
 * them at run time) and the published JSON Schemas. With --check it writes nothing and fails where a file is stale.
 */
import { createHash } from 'node:crypto'
import { mkdirSync, readFileSync, writeFileSync, existsSync } from 'node:fs'
import { dirname } from 'node:path'
import Ajv from 'ajv'
import standaloneCode from 'ajv/dist/standalone'
import { buildSync } from 'esbuild'
import { SaveSchema } from '../src/core/build/edit-schema'
import { BuildSchema } from '../src/core/build/schema'
import { PartsFileSchema } from '../src/core/formats/parts-file'
import { ExplainSchema, FiguresSchema } from '../src/core/export/figures-schema'
import { DiagnoseSchema, ExpectSchema, SeenSchema } from '../src/core/bench/report-schema'
import { LightReportSchema } from '../src/core/light/report-schema'
import { ReplaySchema, RunSchema } from '../src/core/speed/report-schema'
import { ReportSchema } from '../src/core/export/report-schema'
import {
  BuildIdsSchema,
  BuildTagsSchema,
  IdListSchema,
  NameStateSchema,
  NewBuildSchema,
  PackSaveSchema,
  PartSaveSchema,
} from '../src/core/formats/request-schema'
import {
  BenchChoiceSchema,
  EnteringSchema,
  LinkWishSchema,
  NewNameSchema,
  PasskeySchema,
  PasswordChangeSchema,
  ProofSchema,
  RoleWishSchema,
  SignInSchema,
} from '../src/core/formats/people-schema'
import {
  EntriesSchema,
  EntryListSchema,
  MachineFileSchema,
  NewMachineSchema,
  TicksFileSchema,
} from '../src/core/record/entry-schema'
import { ChangeReportSchema } from '../src/core/record/report-schema'
import { derive } from '../src/core/operate/harness'
import { THING_WORDS } from '../src/core/parts/line/draft'
import { PartSchema } from '../src/core/parts/schema'
import { check } from '../src/core/rules/check'
import { RULES } from '../src/core/rules/index'
import { GROUPS } from '../src/core/rules/engine/rule'
import { findingText } from '../src/core/wording/text'
import { TYPED_LINES } from '../tests/lines/lines'
import { allCases } from '../tests/rules'

const schemas = {
  validateBuild: BuildSchema,
  validatePart: PartSchema,
  validateSave: SaveSchema,
  validateNewBuild: NewBuildSchema,
  validateReport: ReportSchema,
  validateFigures: FiguresSchema,
  validateExplanation: ExplainSchema,
  validateRun: RunSchema,
  validateReplay: ReplaySchema,
  validateLight: LightReportSchema,
  validateExpect: ExpectSchema,
  validateDiagnose: DiagnoseSchema,
  validateSeen: SeenSchema,
  validateChange: ChangeReportSchema,
  validateEntries: EntriesSchema,
  validateEntryList: EntryListSchema,
  validateNewMachine: NewMachineSchema,
  validateTicksFile: TicksFileSchema,
  validateMachineFile: MachineFileSchema,
  validatePackSave: PackSaveSchema,
  validatePartsFile: PartsFileSchema,
  validatePartSave: PartSaveSchema,
  validateIdList: IdListSchema,
  validateBuildIds: BuildIdsSchema,
  validateBuildTags: BuildTagsSchema,
  validateNameState: NameStateSchema,
  validateSignIn: SignInSchema,
  validateNewName: NewNameSchema,
  validatePasswordChange: PasswordChangeSchema,
  validateProof: ProofSchema,
  validateRoleWish: RoleWishSchema,
  validateBenchChoice: BenchChoiceSchema,
  validatePasskey: PasskeySchema,
  validateLinkWish: LinkWishSchema,
  validateEntering: EnteringSchema,
}
const published = {
  'build-1': BuildSchema,
  'part-1': PartSchema,
  'parts-1': PartsFileSchema,
  'check-2': ReportSchema,
  'figures-1': FiguresSchema,
  'explain-1': ExplainSchema,
  'run-1': RunSchema,
  'replay-1': ReplaySchema,
  'light-1': LightReportSchema,
  'expect-1': ExpectSchema,
  'diagnose-1': DiagnoseSchema,
  'seen-1': SeenSchema,
  'change-1': ChangeReportSchema,
  'ticks-1': TicksFileSchema,
  'machine-1': MachineFileSchema,
}

interface Split {
  readonly schema: unknown
  readonly named: ReadonlyMap<string, unknown>
}

/** Takes every sub-schema that has an id out of the tree, so that it is compiled and published once. */
function split(root: unknown, refTo: (id: string) => string): Split {
  const named = new Map<string, unknown>()
  const walk = (node: unknown, isRoot: boolean): unknown => {
    if (Array.isArray(node)) return node.map((entry) => walk(entry, false))
    if (typeof node !== 'object' || node === null) return node
    const { $id, ...rest } = node as Record<string, unknown>
    const inner = Object.fromEntries(Object.entries(rest).map(([key, value]) => [key, walk(value, false)]))
    if (typeof $id !== 'string' || isRoot) return inner
    named.set($id, inner)
    return { $ref: refTo($id) }
  }
  const schema = walk(JSON.parse(JSON.stringify(root)), true)
  return { schema, named }
}

function validators(): string {
  const ajv = new Ajv({
    discriminator: true,
    strict: true,
    inlineRefs: false,
    code: { source: true, esm: true, lines: true },
  })
  for (const [name, root] of Object.entries(schemas)) {
    const { schema, named } = split(root, (id) => id)
    for (const [id, inner] of named)
      if (ajv.getSchema(id) === undefined) ajv.addSchema({ $id: id, ...(inner as object) })
    ajv.addSchema({ $id: name, ...(schema as object) })
  }
  const names = Object.fromEntries(Object.keys(schemas).map((name) => [name, name]))
  const bundled = buildSync({
    stdin: { contents: standaloneCode(ajv, names), resolveDir: process.cwd(), loader: 'js' },
    bundle: true,
    format: 'esm',
    platform: 'neutral',
    mainFields: ['main'],
    minifyWhitespace: true,
    minifySyntax: true,
    write: false,
  })
  return `// Made by tools/generate.ts from the schemas. Do not edit.\n${bundled.outputFiles[0]!.text}`
}

function declarations(): string {
  return [
    '// Made by tools/generate.ts from the schemas. Do not edit.',
    'export interface ShapeError {',
    '  readonly instancePath: string',
    '  readonly keyword: string',
    '  readonly params: Readonly<Record<string, unknown>>',
    '}',
    'interface Validator {',
    '  (value: unknown): boolean',
    '  errors?: readonly ShapeError[] | null',
    '}',
    ...Object.keys(schemas).map((name) => `export declare const ${name}: Validator`),
    '',
  ].join('\n')
}

/** For every message one finding of the table of cases, as people read it. */
function examplesOf(): Readonly<Record<string, Readonly<Record<string, string>>>> {
  return Object.fromEntries(
    RULES.map((rule) => [
      rule.id,
      Object.fromEntries(
        Object.keys(rule.messages).map((messageId) => {
          const example = allCases
            .filter((entry) => entry.rule === rule.id && entry.wanted === messageId)
            .flatMap(({ build }) => check(derive(build)).findings)
            .find((finding) => finding.ruleId === rule.id && finding.messageId === messageId)
          if (example === undefined) throw new Error(`No case shows ${rule.id} ${messageId}`)
          return [messageId, findingText(example)]
        }),
      ),
    ]),
  )
}

const examples = examplesOf()

function examplesModule(): string {
  const lines = Object.entries(examples).flatMap(([ruleId, texts]) => [
    `  ${JSON.stringify(ruleId)}: {`,
    ...Object.entries(texts).map(([messageId, text]) => `    ${JSON.stringify(messageId)}: ${JSON.stringify(text)},`),
    '  },',
  ])
  return [
    '// Made by tools/generate.ts from the rules and their cases. Do not edit.',
    'export const EXAMPLES: Readonly<Record<string, Readonly<Record<string, string>>>> = {',
    ...lines,
    '}',
    '',
  ].join('\n')
}

function rulesDocument(): string {
  const cell = (text: string) => text.replaceAll('|', '\\|')
  const messageCount = RULES.reduce((total, rule) => total + Object.keys(rule.messages).length, 0)
  const fields = (title: string, list: readonly string[] | undefined) =>
    list === undefined || list.length === 0 ? [] : [`${title}: ${list.map((field) => `\`${field}\``).join(', ')}.`, '']
  return [
    '# What is checked',
    '',
    '<!-- Made by tools/generate.ts from src/core/rules and tests/rules. Do not edit. -->',
    '',
    `${RULES.length} rules with ${messageCount} messages. A stop means damage, no start, or a device that will not work; a`,
    'warning works, but not as planned; a note is worth knowing. Unknown is never a pass: a figure is missing.',
    '',
    ...GROUPS.flatMap((group) => [
      `## ${group[0]!.toUpperCase()}${group.slice(1)}`,
      '',
      ...RULES.filter((rule) => rule.group === group).flatMap((rule) => [
        `### ${rule.id}`,
        '',
        rule.what,
        '',
        `Source: ${rule.source}.`,
        '',
        ...fields('Unknown without', rule.reads),
        ...fields('Asks only where there is', rule.asksOnly),
        '| message | severity | example |',
        '| --- | --- | --- |',
        ...Object.entries(rule.messages).map(
          ([messageId, { severity }]) => `| ${messageId} | ${severity} | ${cell(examples[rule.id]![messageId]!)} |`,
        ),
        '',
      ]),
    ]),
  ].join('\n')
}

function typedLineDocument(): string {
  const cell = (text: string) => text.replaceAll('|', '\\|')
  const row = ({ line, became, assumed, refused }: (typeof TYPED_LINES)[number]) => {
    const faults = (refused ?? []).map(([piece, message]) => `at “${piece}”: ${message}`)
    return `| \`${cell(line)}\` | ${cell([...(became ?? []), ...faults].join('<br>'))} | ${cell((assumed ?? []).join('<br>'))} |`
  }
  return [
    '# Typed lines',
    '',
    '<!-- Made by tools/generate.ts from tests/lines/lines.ts. Do not edit. -->',
    '',
    'A line is what people read off a label, in any order: a thing, how many, and figures with units. Commas, “with” and',
    '“and” part clauses; a semicolon or a new line parts two parts. Figures: A, mA, W, V, mm, cm, m, inches, AWG, rpm,',
    'LEDs, LEDs a metre, lit, mA per LED, pins, outlets, m³/h, CFM, Pa, mm of water, %, dB(A), prices. A comma right between digits is a decimal one. What',
    'is not said stays unknown; what is taken for granted is said beside the part, and nothing is kept before a person',
    `confirms it. Things: ${Object.values(THING_WORDS).join(', ')}; and, each by its rows or by what comes with it,`,
    'controller (by outlets), board (by headers), supply (by cables), cooler (radiator, fans, pump) and case (by its class).',
    '',
    '| line | becomes | left open |',
    '| --- | --- | --- |',
    ...TYPED_LINES.map(row),
    '',
  ].join('\n')
}

/** The script of the sheet that is one file, as a text, and the hash under which its content policy lets it run. */
function sheetScript(): string {
  const bundled = buildSync({
    entryPoints: ['src/ui/record/bench-file/script.ts'],
    alias: { '@': './src' },
    bundle: true,
    format: 'iife',
    platform: 'browser',
    target: 'es2022',
    minify: true,
    legalComments: 'none',
    write: false,
  })
  // Inside a page, this is the end of a script wherever it stands.
  const text = bundled.outputFiles[0]!.text.trim().replaceAll('</', '<\\/')
  const hash = createHash('sha256').update(text).digest('base64')
  return [
    '// Made by tools/generate.ts from script.ts. Do not edit.',
    `export const SCRIPT = ${JSON.stringify(text)}`,
    `export const SCRIPT_HASH = 'sha256-${hash}'`,
    '',
  ].join('\n')
}

const files = new Map<string, string>([
  ['src/ui/record/bench-file/generated/script.ts', sheetScript()],
  ['src/core/rules/generated/examples.ts', examplesModule()],
  ['docs/rules.md', rulesDocument()],
  ['docs/typed-line.md', typedLineDocument()],
  ['src/core/formats/generated/validators.js', validators()],
  ['src/core/formats/generated/validators.d.ts', declarations()],
])
for (const [name, schema] of Object.entries(published)) {
  const parts = split(schema, (id) => `#/$defs/${id}`)
  const $defs = Object.fromEntries(parts.named)
  const document = { $schema: 'https://json-schema.org/draft/2020-12/schema', ...(parts.schema as object), $defs }
  files.set(`docs/schema/${name}.schema.json`, `${JSON.stringify(document, null, 2)}\n`)
}

const isCheck = process.argv.includes('--check')
const stale = [...files]
  .filter(([path, text]) => !existsSync(path) || readFileSync(path, 'utf8') !== text)
  .map(([path]) => path)
if (isCheck && stale.length > 0) {
  console.error(`Stale: ${stale.join(', ')}. Run npm run generate and commit what it makes.`)
  process.exit(1)
}
if (!isCheck) {
  for (const path of stale) {
    mkdirSync(dirname(path), { recursive: true })
    writeFileSync(path, files.get(path)!)
  }
  console.error(stale.length === 0 ? 'Nothing to generate.' : `Made ${stale.join(', ')}.`)
}
