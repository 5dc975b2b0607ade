/**
 * PDF files read by programs from elsewhere (qpdf, poppler), against ISO 32000-1 and what was put in: boxes, pages,
 * pictures passed on unchanged and once, and nothing in them that tells of people and places.
 */
import { describe, expect, it } from '@jest/globals'
import { execFileSync } from 'node:child_process'
import { readFile, writeFile } from 'node:fs/promises'
import path from 'node:path'
import sharp, { type Sharp } from 'sharp'
import { inFolder } from '@tests/helpers/files'
import { near } from '@tests/helpers/near'
import { checkPdf, onWhite, PDF_READERS, pdfFonts, pdfImages, pdfInfo, plainPdf } from '@tests/helpers/readers'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { placePicture } from '@/core/document/edits/fills'
import { addFrame } from '@/core/document/edits/frames'
import { addPicture } from '@/core/document/edits/project'
import { addSheet, setBackground } from '@/core/document/edits/sheets'
import type { Project } from '@/core/document/types'
import type { ExportOptions, DrawnOptions } from '@/contract/exports'
import { exportFile } from '@/server/export/file'

const SIZE = { w: 340.157, h: 226.772 }
const BLEED = 8.504
const [W, H] = [180, 120]

const fields = (channels: 1 | 3 | 4): Sharp => {
  const data = Buffer.alloc(W * H * channels)
  for (let y = 0, at = 0; y < H; y += 1)
    for (let x = 0; x < W; x += 1)
      for (let c = 0; c < channels; c += 1)
        data[at++] = c === 3 ? (255 * x) / W : 60 + (c * 50 + (120 * (c % 2 ? x : y)) / W)
  return sharp(data, { raw: { width: W, height: H, channels } })
}

const NOTES = { IFD0: { Artist: 'Marit Ose' }, IFD3: { GPSLatitude: '60/1 10/1 0/1' } }

interface Made {
  readonly name: string
  readonly upright: { readonly w: number; readonly h: number }
  readonly bytes: () => Promise<Buffer>
  readonly ending: 'jpg' | 'png'
}

const made = (name: string, ending: 'jpg' | 'png', bytes: () => Promise<Buffer>, isTurned = false): Made => ({
  name,
  ending,
  bytes,
  upright: isTurned ? { w: H, h: W } : { w: W, h: H },
})

const PICTURES = {
  photo: made('photo', 'jpg', () => fields(3).withMetadata({ orientation: 6 }).withExif(NOTES).jpeg().toBuffer(), true),
  grey: made('grey', 'jpg', () => fields(1).toColourspace('b-w').jpeg().toBuffer()),
  inks: made('inks', 'jpg', () => fields(3).toColourspace('cmyk').jpeg().toBuffer()),
  deep: made('deep', 'png', () => fields(3).toColourspace('rgb16').png().toBuffer()),
  clear: made('clear', 'png', () => fields(4).png().toBuffer()),
  wide: made('wide', 'jpg', () => fields(3).withIccProfile('p3').jpeg().toBuffer()),
} as const
type PictureName = keyof typeof PICTURES

const hashOf = (name: PictureName): string => String(Object.keys(PICTURES).indexOf(name) + 1).padStart(64, '0')

/** Sheets on which each picture of a list fills a frame of its own. */
const album = (...sheets: readonly (readonly PictureName[])[]): Project => {
  const sheet = (n: number) => newSheet(`s-${n}`, `Sheet ${n}`, { unit: 'mm', size: SIZE, ppi: 300, bleed: BLEED })
  let project = newProject('p', 'Kite — days', sheet(0))
  for (const name of Object.keys(PICTURES) as PictureName[])
    project = addPicture(project, {
      pictureId: name,
      picture: { name, pixels: PICTURES[name].upright, hash: hashOf(name), tags: [] },
    })
  sheets.forEach((names, n) => {
    if (n > 0) project = addSheet(project, { sheet: sheet(n), after: `s-${n - 1}` })
    project = setBackground(project, { sheetId: `s-${n}`, background: { kind: 'none' } })
    names.forEach((name, i) => {
      const at = { sheetId: `s-${n}`, frameId: `${n}-${i}` }
      const box = { cx: 40 + 60 * i, cy: 80, w: 50, h: 80 }
      project = addFrame(project, { ...at, frame: newFrame(at.frameId, { kind: 'ellipse' }, box) })
      project = placePicture(project, { ...at, pictureId: name })
    })
  })
  return project
}

interface Written {
  readonly file: string
  readonly plain: string
  readonly sources: Readonly<Record<PictureName, Buffer>>
}

/** Writes all sheets of a project as one file and hands it over. */
const asPdf = <T>(
  project: Project,
  options: Partial<ExportOptions> & { readonly drawn?: DrawnOptions },
  look: (written: Written) => Promise<T> | T,
): Promise<T> =>
  inFolder(async (folder) => {
    const files: Record<string, string> = {}
    const sources: Partial<Record<PictureName, Buffer>> = {}
    for (const name of Object.keys(PICTURES) as PictureName[]) {
      const file = path.join(folder, `${name}.${PICTURES[name].ending}`)
      const bytes = await PICTURES[name].bytes()
      await writeFile(file, bytes)
      sources[name] = bytes
      files[hashOf(name)] = file
    }
    const out = path.join(folder, 'out.pdf')
    const parts = project.order.map((sheetId) => ({ sheetId }))
    const usual = { format: 'pdf', sizing: { by: 'scale', scale: 1 }, quality: 90, bleed: false } as const
    await exportFile({ project, parts, options: { ...usual, ...options }, files, out })
    checkPdf(out)
    return look({ file: out, plain: plainPdf(out), sources: sources as Record<PictureName, Buffer> }) // all are there
  })

/** The boxes of a page, in points. */
const boxesOf = (file: string, page: number): Readonly<Record<string, readonly number[]>> => {
  const lines = pdfInfo(file, '-box', '-f', `${page}`, '-l', `${page}`).split('\n')
  return Object.fromEntries(
    lines.flatMap((line) => {
      const [, name, numbers] = /^Page +\d+ (\w+Box): +(.*)$/.exec(line) ?? []
      return name && numbers ? [[name, numbers.trim().split(/ +/).map(Number)]] : []
    }),
  )
}

const scanData = (data: Buffer): Buffer => data.subarray(data.indexOf(Buffer.from([0xff, 0xda])))

/** The data of the JPEGs in a file, as poppler takes them out. */
const jpegsOf = async (file: string): Promise<readonly Buffer[]> => {
  execFileSync('pdfimages', ['-j', file, `${file}-image`])
  const count = pdfImages(file).length
  const all = await Promise.all(
    Array.from({ length: count }, (_, i) =>
      readFile(`${file}-image-${String(i).padStart(3, '0')}.jpg`).catch(() => null),
    ),
  )
  return all.flatMap((one) => one ?? [])
}

describe('the pages of a PDF', () => {
  it('are as large as the sheets, to a hundredth of a point', async () => {
    await asPdf(album(['photo'], ['grey']), {}, ({ file }) => {
      expect(pdfInfo(file)).toMatch(/Title: +Kite — days\n/)
      expect(pdfInfo(file)).toMatch(/Pages: +2\n[\s\S]*PDF version: +1\.7/)
      expect(pdfFonts(file).trim().split('\n')).toHaveLength(2)
      for (const page of [1, 2])
        for (const box of ['MediaBox', 'BleedBox', 'TrimBox'])
          [0, 0, SIZE.w, SIZE.h].forEach((wanted, i) => near(boxesOf(file, page)[box]?.[i] ?? NaN, wanted, 0.01))
    })
  })
  it('have bleed around what is trimmed, and marks around both', async () => {
    const drawn: DrawnOptions = { marks: ['trim', 'registration', 'bars'], isCropped: false }
    await asPdf(album(['photo']), { bleed: true, drawn }, async ({ file }) => {
      const { MediaBox: media, BleedBox: bleed, TrimBox: trim } = boxesOf(file, 1)
      const room = 30
      const around = (by: number): readonly number[] => [
        room + BLEED - by,
        room + BLEED - by,
        room + BLEED + SIZE.w + by,
        room + BLEED + SIZE.h + by,
      ]
      ;[0, 0, SIZE.w + 2 * (room + BLEED), SIZE.h + 2 * (room + BLEED)].forEach((wanted, i) =>
        near(media?.[i] ?? NaN, wanted, 0.01),
      )
      around(BLEED).forEach((wanted, i) => near(bleed?.[i] ?? NaN, wanted, 0.01))
      around(0).forEach((wanted, i) => near(trim?.[i] ?? NaN, wanted, 0.01))
      // Each trim mark stands in line with the edge that it marks, and none within the bleed.
      const ppi = 288
      const { data, width, height } = await PDF_READERS.mutool(file, ppi)
      const dark = (x: number, y: number): boolean => {
        const [px, py] = [Math.floor((x * ppi) / 72), Math.floor((y * ppi) / 72)]
        return px >= 0 && py >= 0 && px < width && py < height && (data[(py * width + px) * 3] ?? 255) < 200
      }
      const left = room + BLEED
      for (const x of [left, left + SIZE.w]) {
        expect(dark(x, left - BLEED - 10)).toBe(true)
        expect(dark(x, left + SIZE.h + BLEED + 10)).toBe(true)
        expect(dark(x, left - 2)).toBe(false)
      }
      for (const y of [left, left + SIZE.h]) {
        expect(dark(left - BLEED - 10, y)).toBe(true)
        expect(dark(left + SIZE.w + BLEED + 10, y)).toBe(true)
      }
    })
  })
})

describe('pictures in a PDF', () => {
  it('that are JPEGs pass unchanged and once, however often they are shown, turned by their matrix', async () => {
    await asPdf(album(['photo', 'photo', 'grey'], ['photo']), {}, async ({ file, sources }) => {
      // The pictures are listed for each page on which they are shown; objects are the same.
      const objects = new Set(pdfImages(file).map((line) => line.trim().split(/ +/)[10]))
      expect(objects.size).toBe(2)
      const passed = new Set((await jpegsOf(file)).map((jpeg) => scanData(jpeg).toString('base64')))
      expect(passed).toEqual(new Set([sources.photo, sources.grey].map((jpeg) => scanData(jpeg).toString('base64'))))
      // The middle of the frame shows the middle of the upright picture.
      const upright = await onWhite(await sharp(sources.photo).autoOrient().png().toBuffer())
      const page = await PDF_READERS.cairo(file, 144)
      const at = (x: number, y: number): number => (Math.round(y * 2) * page.width + Math.round(x * 2)) * 3
      // Covered: 50 × 80 of 120 × 180 is 75 pixels wide and 120 high at the wider scale.
      const scale = Math.max(50 / 120, 80 / 180)
      for (const [dx, dy] of [
        [0, 0],
        [14, 20],
        [-12, 25],
      ] as const) {
        const [px, py] = [Math.floor(60 + dx / scale), Math.floor(90 + dy / scale)]
        const seen = [...page.data.subarray(at(40 + dx, 80 + dy), at(40 + dx, 80 + dy) + 3)]
        const wanted = [...upright.data.subarray((py * 120 + px) * 3, (py * 120 + px) * 3 + 3)]
        wanted.forEach((value, i) => near(seen[i] ?? NaN, value, 4))
      }
    })
  })
  it('tell of no person and no place', async () => {
    await asPdf(album(['photo']), {}, async ({ file, plain, sources }) => {
      expect(sources.photo.includes('Marit')).toBe(true)
      expect(plain).not.toContain('Marit')
      expect(plain).not.toContain('Exif')
      expect((await readFile(file)).includes('Exif')).toBe(false)
    })
  })
  it('of four inks and of 16 bits are converted; transparency is a mask; profiles come along', async () => {
    await asPdf(album(['inks', 'deep', 'clear', 'wide']), {}, ({ file, plain }) => {
      const rows = pdfImages(file).map((line) => line.trim().split(/ +/))
      const kinds = rows.map(([, , type, , , color, , bits]) => [type, color, bits].join(' '))
      expect(kinds).toEqual(['image rgb 8', 'image rgb 8', 'image rgb 8', 'smask gray 8', 'image icc 8'])
      expect(plain).toContain('/SMask')
    })
  })
  it('are held to a resolution, and to what is seen, when that is asked for', async () => {
    // At 50 points wide the photograph has 120 px in 53 points: 162 ppi.
    const held = { marks: [], isCropped: false, ceiling: 72 } as const
    await asPdf(album(['photo']), { drawn: held }, ({ file }) => {
      const [row] = pdfImages(file).map((line) => line.trim().split(/ +/))
      near(Number(row?.[12]), 72, 1)
      near(Number(row?.[13]), 72, 1)
    })
    await asPdf(album(['photo']), { drawn: { marks: [], isCropped: true } }, ({ file }) => {
      const [row] = pdfImages(file).map((line) => line.trim().split(/ +/))
      // 50 points of 53.3 are seen, of 120 pixels.
      near(Number(row?.[3]), (120 * 50) / (120 * (80 / 180)), 6)
    })
  })
})
