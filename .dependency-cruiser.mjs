import { existsSync, readdirSync } from 'node:fs'

/** The one direction of imports: app -> ui -> core, app -> server -> core, cli -> core. */
const only = (name, from, allowed) => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: '\\.test\\.ts$' },
  to: { path: '^src/', pathNot: allowed },
})

/** A folder with a descriptor is a stage; the planner is the second page of one. */
const stages = readdirSync('src/ui').filter((name) => existsSync(`src/ui/${name}/stage.ts`))
const STAGE_FOLDERS = `^src/ui/(plans|${stages.join('|')})/`

export default {
  forbidden: [
    only('core-stands-alone', '^src/core/', '^src/core/'),
    {
      name: 'core-has-no-node-and-no-ui',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-packages',
      comment: 'The core may use data packages only; each one is named here on purpose.',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: {
        path: 'node_modules',
        pathNot: 'node_modules/(@sinclair/typebox|@types/papaparse|papaparse|jsonc-parser|fastest-levenshtein)/',
      },
    },
    only('solver-uses-core', '^src/solver/', '^src/(solver|core)/'),
    only('ui-uses-core', '^src/ui/', '^src/(ui|solver|core)/'),
    only('server-uses-core', '^src/server/', '^src/(server|core)/'),
    only('cli-uses-core', '^src/cli/', '^src/(cli|solver|core)/'),
    only('app-is-thin', '^src/app/', '^src/(app|ui|server|core)/'),
    {
      name: 'pages-do-not-load-schemas',
      comment: 'Schemas are compiled ahead; a page that loads them carries dead weight.',
      severity: 'error',
      from: { path: '^src/ui/' },
      to: { path: '(schema\\.ts|formats/generated/)', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'no-circles',
      severity: 'error',
      from: { pathNot: 'node_modules' },
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      name: 'no-circles-of-folders',
      severity: 'error',
      comment: 'Types count too: whoever knows a type of a folder stands above it.',
      scope: 'folder',
      from: { path: '^src' },
      to: { circular: true },
    },
    {
      name: 'stages-stand-apart',
      severity: 'error',
      comment:
        'What two stages need lies below both: in ui/focus, ui/wiring, ui/case, ui/weave, ui/session or ui/shared.',
      from: { path: STAGE_FOLDERS },
      to: { path: STAGE_FOLDERS, pathNot: '^src/ui/$1/' },
    },
    {
      name: 'stages-are-on-top',
      severity: 'error',
      comment: 'Only the registry of stages and the pages know a stage.',
      from: { path: '^src/ui/', pathNot: [STAGE_FOLDERS, '^src/ui/stages/'] },
      to: { path: STAGE_FOLDERS },
    },
    {
      name: 'no-orphans',
      severity: 'error',
      comment: 'Physics is a library of formulas: one may be ready, and tested, before its screen is.',
      from: { orphan: true, path: '^src/', pathNot: '(\\.(test|d)\\.ts$|^src/core/physics/)' },
      to: {},
    },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.test\\.ts$' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
}
