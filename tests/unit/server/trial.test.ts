/** How large a file is said to become, against the file itself; and the quality that is found for a wished size. */
import { describe, expect, it } from '@jest/globals'
import path from 'node:path'
import sharp from 'sharp'
import { inFolder } from '@tests/helpers/files'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { placePicture } from '@/core/document/edits/fills'
import { addFrame } from '@/core/document/edits/frames'
import { addPicture } from '@/core/document/edits/project'
import type { Project } from '@/core/document/types'
import type { ExportOptions } from '@/contract/exports'
import { exportFile } from '@/server/export/file'
import { tryExport } from '@/server/export/trial'

const HASH = 'a'.padStart(64, '0')
const [W, H] = [1500, 1000]

/** A sheet of 400 × 500 points with a grainy picture in a disc above and a plain colour below. */
const project: Project = (() => {
  const sheet = newSheet('s', 'Sheet', { unit: 'pt', size: { w: 400, h: 500 }, ppi: 72, bleed: 0 })
  const blank = addPicture(newProject('p', 'Trial', sheet), {
    pictureId: 'pic',
    picture: { name: 'grain', pixels: { w: W, h: H }, hash: HASH, tags: [] },
  })
  const box = { cx: 200, cy: 170, w: 360, h: 300 }
  const framed = addFrame(blank, { sheetId: 's', frame: newFrame('f', { kind: 'ellipse' }, box) })
  return placePicture(framed, { sheetId: 's', frameId: 'f', pictureId: 'pic' })
})()

const paintGrain = async (file: string): Promise<void> => {
  const noise = { type: 'gaussian', mean: 128, sigma: 25 } as const
  const grain = sharp({ create: { width: W / 2, height: H / 2, channels: 3, background: '#777777', noise } })
  const small = await grain.png().toBuffer()
  await sharp(small).resize(W, H, { kernel: 'cubic' }).jpeg({ quality: 92 }).toFile(file)
}

const withGrain = <T>(
  look: (job: Omit<Parameters<typeof exportFile>[0], 'out' | 'options'>, folder: string) => Promise<T>,
) =>
  inFolder(async (folder) => {
    const file = path.join(folder, 'grain.jpg')
    await paintGrain(file)
    return look({ project, parts: [{ sheetId: 's' }], files: { [HASH]: file } }, folder)
  })

const at = (format: ExportOptions['format'], scale: number, quality = 80): ExportOptions => ({
  format,
  sizing: { by: 'scale', scale },
  quality,
  bleed: false,
})

describe('a trial of an export', () => {
  it.each(['png', 'jpeg', 'webp', 'avif', 'tiff', 'pdf'] as const)(
    'of few pixels as %s tells the very size',
    async (format) => {
      await withGrain(async (job, folder) => {
        const options = at(format, 2)
        const { bytes, isExact } = await tryExport({ ...job, options })
        const made = await exportFile({ ...job, options, out: path.join(folder, 'out') })
        expect(isExact).toBe(true)
        // The date stands in a PDF, and is compressed with it.
        expect(Math.abs(bytes - made.bytes)).toBeLessThanOrEqual(format === 'pdf' ? 16 : 0)
      })
    },
  )
  it.each(['png', 'jpeg', 'webp', 'avif', 'tiff'] as const)('of many pixels as %s is within 15%', async (format) => {
    await withGrain(async (job, folder) => {
      const options = at(format, 6)
      const { bytes, isExact } = await tryExport({ ...job, options })
      const made = await exportFile({ ...job, options, out: path.join(folder, 'out') })
      expect(isExact).toBe(false)
      expect(Math.abs(bytes / made.bytes - 1)).toBeLessThan(0.15)
    })
  })
  it('finds the best quality for a wished size, and the least where none will do', async () => {
    await withGrain(async (job, folder) => {
      const options = at('jpeg', 2)
      const wish = 90_000
      const found = await tryExport({ ...job, options, wish })
      const size = async (quality: number): Promise<number> =>
        (await exportFile({ ...job, options: { ...options, quality }, out: path.join(folder, 'out') })).bytes
      expect(await size(found.quality ?? 0)).toBeLessThanOrEqual(wish)
      expect(await size((found.quality ?? 0) + 1)).toBeGreaterThan(wish)
      expect(await tryExport({ ...job, options, wish: 1 })).toMatchObject({ quality: 1 })
      expect(await tryExport({ ...job, options, wish: 1e9 })).toMatchObject({ quality: 100 })
    })
  })
})
