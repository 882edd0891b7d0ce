import sharp, { type Sharp } from 'sharp'
import { LoomError } from '../core/errors'
import { RECORD_LIMITS } from '../core/record/limits'
import type { Tx } from './db'
import { readBytes } from './http'
import { knownId } from './ids'
import { machineRow } from './machines'

/** A photo is kept no larger than this along its longer side, which shows a plug and its print from an arm away. */
const LONGEST_SIDE_PX = 2400
const PREVIEW_SIDE_PX = 320
const QUALITY = 82
const FORMATS: ReadonlySet<string> = new Set(['jpeg', 'png', 'webp'])

const noPhoto = (id: string) => new LoomError('NOT_FOUND', `There is no photo “${id}” of this machine here.`)

/** What the photo is, looked at before anything of it is drawn. */
async function opened(bytes: Buffer): Promise<Sharp> {
  const image = sharp(bytes, { limitInputPixels: false, failOn: 'error' })
  const { format, width, height } = await image.metadata().catch(() => ({ format: undefined, width: 0, height: 0 }))
  if (format === undefined || !FORMATS.has(format))
    throw new LoomError(
      'REQUEST_REFUSED',
      'This is no photo that can be read: JPEG, PNG and WebP are. Nothing was kept.',
    )
  if (width * height > RECORD_LIMITS.photoPixels) {
    const most = RECORD_LIMITS.photoPixels / 1e6
    throw new LoomError(
      'FILE_TOO_LARGE',
      `The photo is ${width} × ${height} pixels; at most ${most} million are taken. Nothing was kept; make it smaller and try again.`,
    )
  }
  return image.rotate()
}

/** A picture made anew from a photo, upright, and nothing with it of where, when and by what it was taken. */
const drawn = (image: Sharp, sidePx: number) =>
  image
    .clone()
    .resize(sidePx, sidePx, { fit: 'inside', withoutEnlargement: true })
    .webp({ quality: QUALITY })
    .toBuffer({ resolveWithObject: true })

/** A photo as it is kept, whole and as its preview. */
type Drawn = Readonly<Record<'whole' | 'preview', Awaited<ReturnType<typeof drawn>>>>

/** The photo that a request brings, made anew; an error where it is none, or too large. */
export async function readPhoto(request: Request): Promise<Drawn> {
  const image = await opened(await readBytes(request, RECORD_LIMITS.photoBytes))
  const [whole, preview] = await Promise.all([drawn(image, LONGEST_SIDE_PX), drawn(image, PREVIEW_SIDE_PX)]).catch(
    () => {
      throw new LoomError('REQUEST_REFUSED', 'The photo is damaged and cannot be drawn. Nothing was kept.')
    },
  )
  return { whole, preview }
}

/** Keeps a photo of a machine under an id that comes from the page; one that is there already stays as it is. */
export async function keepPhoto(tx: Tx, machineId: string, photoId: string, photo: Drawn): Promise<void> {
  const { whole, preview } = photo
  const id = knownId(photoId, noPhoto)
  await machineRow(tx, machineId, true)
  const [counted] = await tx<{ count: number }[]>`
    select count(*)::int as count from machine_photos where machine_id = ${machineId} and id <> ${id}`
  if (counted!.count >= RECORD_LIMITS.photosPerMachine)
    throw new LoomError(
      'REQUEST_REFUSED',
      `A machine keeps ${RECORD_LIMITS.photosPerMachine} photos at most. Nothing was kept.`,
    )
  await tx`
    insert into machine_photos (machine_id, id, width_px, height_px, image, preview)
    values (${machineId}, ${id}, ${whole.info.width}, ${whole.info.height}, ${whole.data}, ${preview.data})
    on conflict do nothing`
}

/** A photo as WebP, whole or as its preview; a NOT_FOUND error. */
export async function photoOf(tx: Tx, machineId: string, photoId: string, size: 'whole' | 'preview'): Promise<Buffer> {
  const column = size === 'whole' ? tx`image` : tx`preview`
  const [row] = await tx<{ picture: Buffer }[]>`
    select ${column} as picture from machine_photos
    where machine_id = ${machineId} and id = ${knownId(photoId, noPhoto)}`
  if (row === undefined) throw noPhoto(photoId)
  return row.picture
}
