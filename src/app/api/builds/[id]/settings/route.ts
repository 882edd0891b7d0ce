import { settingsCsv } from '@/core/sheet/csv'
import { csvOfBuild } from '@/server/build-csv'

export const GET = csvOfBuild(settingsCsv, 'settings')
