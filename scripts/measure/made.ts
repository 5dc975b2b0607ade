/** Projects and pictures that are made to be measured. */
import sharp from 'sharp'
import type { PictureAnswer } from '@/contract/api'
import { placePicture } from '@/core/document/edits/fills'
import { addFrame } from '@/core/document/edits/frames'
import { addPicture } from '@/core/document/edits/project'
import { newFrame } from '@/core/document/create'
import type { Project } from '@/core/document/types'
import type { Box } from '@/core/geometry/box'
import { BASE } from './browser'

/** Grain, which compresses about as photographs do. */
export const grain = async (w: number, h: number, seed: number): Promise<Buffer> => {
  const noise = { type: 'gaussian', mean: 90 + (seed % 90), sigma: 25 } as const
  const small = await sharp({ create: { width: 500, height: 400, channels: 3, background: '#888', noise } })
    .png()
    .toBuffer()
  return sharp(small).resize(w, h, { fit: 'fill' }).jpeg({ quality: 88 }).toBuffer()
}

export const upload = async (body: Buffer, name: string): Promise<PictureAnswer> => {
  const answer = await fetch(`${BASE}/api/pictures?name=${name}`, { method: 'POST', body: new Uint8Array(body) })
  return (await answer.json()) as PictureAnswer
}

/** The project with stored pictures, as `pic-0` and so on. */
export const withPictures = (project: Project, stored: readonly PictureAnswer[]): Project =>
  stored.reduce(
    (held, { hash, name, width: w, height: h }, n) =>
      addPicture(held, { pictureId: `pic-${n}`, picture: { name, pixels: { w, h }, hash, tags: [] } }),
    project,
  )

/** An ellipse on a sheet, filled with a picture. */
export const withFilled = (
  project: Project,
  { sheetId, frameId, box, pictureId }: Readonly<Record<'sheetId' | 'frameId' | 'pictureId', string>> & { box: Box },
): Project =>
  placePicture(addFrame(project, { sheetId, frame: newFrame(frameId, { kind: 'ellipse' }, box) }), {
    sheetId,
    frameId,
    pictureId,
  })

/** Stores a project; its id. Making one may take so long that the server has closed the connection meanwhile. */
export const store = async (project: Project): Promise<string> => {
  const post = (): Promise<Response> =>
    fetch(`${BASE}/api/projects`, { method: 'POST', body: JSON.stringify({ document: project }) })
  const made = await post().catch(post)
  return ((await made.json()) as { id: string }).id
}
