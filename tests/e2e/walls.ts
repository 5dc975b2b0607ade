import type { APIRequestContext } from '@playwright/test'
import sharp from 'sharp'
import { SHEET, upload } from './bench'
import { pictureBackground } from '@/core/document/background'
import { newProject, newSheet } from '@/core/document/create'
import { addPicture } from '@/core/document/edits/project'
import { setBackground } from '@/core/document/edits/sheets'

const WALL = { w: 1600, h: 1200 }

/** A wall with two plain cards, seen from the side. */
const wallPicture = (): Promise<Buffer> =>
  sharp(
    Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${WALL.w}" height="${WALL.h}">
        <rect width="100%" height="100%" fill="#7d8f88"/>
        <polygon points="300,300 700,350 690,760 310,820" fill="#f4f0e6"/>
        <polygon points="900,370 1200,410 1195,700 905,740" fill="#f1eee4"/>
      </svg>`,
    ),
  )
    .jpeg({ quality: 94 })
    .toBuffer()

/** A project whose background is that wall. */
export const wallProject = async (request: APIRequestContext): Promise<string> => {
  const stored = await upload(request, await wallPicture(), 'wall.jpg')
  const sheet = newSheet(SHEET, 'Sheet 1', { unit: 'px', size: { w: 800, h: 600 }, ppi: 72, bleed: 0 })
  const ref = { name: 'wall', pixels: { w: stored.width, h: stored.height }, hash: stored.hash, tags: [] }
  const known = addPicture(newProject('x', 'Wall', sheet), { pictureId: 'wall', picture: ref })
  const project = setBackground(known, { sheetId: SHEET, background: pictureBackground({ kind: 'none' }, 'wall') })
  const made = await request.post('/api/projects', { data: { document: project } })
  return ((await made.json()) as { id: string }).id
}
