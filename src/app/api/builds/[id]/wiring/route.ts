import { leadListCsv } from '@/core/sheet/csv'
import { csvOfBuild } from '@/server/build-csv'

export const GET = csvOfBuild(leadListCsv, 'leads')
