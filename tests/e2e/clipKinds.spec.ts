/** Clips as cameras and programs write them, each numbered: all play at once on one sheet, and the film of it shows the right numbers. */
import { execFileSync } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'
import sharp from 'sharp'
import { expect, test } from './fixture'
import { BenchHand, makeProject, run, SHEET, SOON } from './bench'
import { makeFilm } from './filming'
import { sheetOf, shownPlaced } from '@/core/document/read'
import { frameOf } from '@/core/document/tree'
import { BITS, numberedClip, numberIn } from '@tests/helpers/clips'
import { unzip } from '@tests/helpers/zip'

interface Kind {
  readonly name: string
  readonly file: () => Buffer
  /** The number that shows at a second of the clip. */
  readonly shows: (at: number) => number
  readonly duration: number
  readonly size?: readonly [number, number]
}

/** Written anew by ffmpeg from a clip, without encoding it again or with. */
const remade = (clip: Buffer, ending: string, before: readonly string[], as: readonly string[]): Buffer => {
  const [from, to] = [test.info().outputPath(`from-${ending}`), test.info().outputPath(`to.${ending}`)]
  writeFileSync(from, clip)
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...before, '-i', from, ...as, to])
  return readFileSync(to)
}

const reversed = (number: number): number => {
  let turned = 0
  for (let bit = 0; bit < BITS; bit += 1) turned = turned * 2 + ((number >> bit) & 1)
  return turned
}

/** When each picture begins, as ffprobe reads it. */
const stampsOf = (clip: Buffer): readonly number[] => {
  const file = test.info().outputPath('stamps.mp4')
  writeFileSync(file, clip)
  const entries = ['-show_entries', 'packet=pts_time', '-of', 'csv=p=0', file]
  const told = String(execFileSync('ffprobe', ['-v', 'error', '-select_streams', 'v:0', ...entries]))
  return told
    .trim()
    .split('\n')
    .map(Number.parseFloat)
    .sort((a, b) => a - b)
}
const stamps: number[] = []

const at25 = (at: number): number => Math.floor(at * 25 + 1e-6)
const VP9 = ['-c:v', 'libvpx-vp9', '-b:v', '0', '-crf', '20', '-deadline', 'realtime', '-cpu-used', '8']

const KINDS: readonly Kind[] = [
  {
    name: 'upside-down.mp4',
    file: () => remade(numberedClip({ count: 50, rate: 25 }), 'mp4', [], ['-c', 'copy', '-metadata:s:v', 'rotate=180']),
    shows: (at) => reversed(at25(at)),
    duration: 2,
  },
  {
    name: 'changing-rate.mp4',
    file: () => {
      const clip = numberedClip({
        count: 50,
        rate: 25,
        as: [
          ...['-vf', "setpts='if(lt(N,25),N/25,1+(N-25)/12.5)/TB'", '-fps_mode', 'vfr'],
          ...['-c:v', 'libx264', '-pix_fmt', 'yuv420p', '-crf', '16'],
        ],
      })
      stamps.push(...stampsOf(clip))
      return clip
    },
    shows: (at) => stamps.findLastIndex((stamp) => stamp <= at + 1e-6),
    duration: 2.96,
  },
  {
    name: 'edit-list.mp4',
    // ISO/IEC 14496-12, 8.6.6: what lies before the edit's start is there to decode, and not to be seen.
    file: () => remade(numberedClip({ count: 75, rate: 25 }), 'mp4', ['-ss', '0.52'], ['-c', 'copy', '-an']),
    shows: (at) => 13 + at25(at),
    duration: 2.48,
  },
  {
    name: 'late-start.webm',
    file: () => numberedClip({ count: 50, rate: 25, ending: 'webm', as: [...VP9, '-output_ts_offset', '3'] }),
    shows: at25,
    duration: 2,
  },
  {
    name: 'full-range.mp4',
    file: () => numberedClip({ count: 50, rate: 25, as: ['-c:v', 'libx264', '-pix_fmt', 'yuvj420p', '-crf', '16'] }),
    shows: at25,
    duration: 2,
  },
  {
    name: 'odd-sides.webm',
    file: () => numberedClip({ count: 50, rate: 25, size: { w: 321, h: 181 }, ending: 'webm', as: VP9 }),
    shows: at25,
    duration: 2,
    size: [321, 181],
  },
  {
    name: 'one-picture.mp4',
    file: () => numberedClip({ count: 1, rate: 25, first: 77 }),
    shows: () => 77,
    duration: 0.04,
  },
  {
    name: 'quick.mov',
    file: () => numberedClip({ count: 120, rate: 60, ending: 'mov' }),
    shows: (at) => Math.floor(at * 60 + 1e-6),
    duration: 2,
  },
  {
    name: 'thousand.mp4',
    file: () => numberedClip({ count: 200, rate: 1000 }),
    shows: (at) => Math.floor(at * 1000 + 1e-3),
    duration: 0.2,
  },
  {
    name: 'moving-gif.gif',
    file: () => numberedClip({ count: 20, rate: 10, ending: 'gif', as: [] }),
    shows: (at) => Math.floor(at * 10 + 1e-6),
    duration: 2,
  },
  {
    name: 'moving-apng.png',
    file: () => numberedClip({ count: 20, rate: 10, ending: 'apng', as: ['-plays', '0'] }),
    shows: (at) => Math.floor(at * 10 + 1e-6),
    duration: 2,
  },
  {
    name: 'moving-webp.webp',
    file: () => numberedClip({ count: 20, rate: 10, ending: 'webp', as: ['-c:v', 'libwebp_anim', '-lossless', '1'] }),
    shows: (at) => Math.floor(at * 10 + 1e-6),
    duration: 2,
  },
]

const CELL = { w: 320, h: 180 }
const COLUMNS = 3
const SIZE = { w: CELL.w * COLUMNS, h: CELL.h * Math.ceil(KINDS.length / COLUMNS) }
const RATE = 7
const SECONDS = 4

test('twelve kinds of clips play at once, each showing the number of its moment', async ({ page, request }) => {
  const pieces = KINDS.map((_, i) => ({
    id: `f-${i}`,
    box: {
      cx: CELL.w * ((i % COLUMNS) + 0.5),
      cy: CELL.h * (Math.floor(i / COLUMNS) + 0.5),
      ...CELL,
    },
  }))
  const hand = await BenchHand.open(page, await makeProject(request, pieces, SIZE))
  for (const [i, { name, file, duration, size = [320, 180] }] of KINDS.entries()) {
    await page.locator('[data-file-input]').setInputFiles({ name, mimeType: '', buffer: file() })
    const word = name.replace(/\.[a-z0-9]+$/, '')
    await page.getByLabel('Search pictures by name and tag').fill(word)
    const supply = page.getByRole('button', { name: new RegExp(`^${word}, clip of .*${size[0]} by ${size[1]} pixels`) })
    await expect(supply, name).toHaveCount(1)
    const middle = await hand.at({ x: pieces[i]?.box.cx ?? 0, y: pieces[i]?.box.cy ?? 0 }, SIZE)
    await page.mouse.click(middle.x, middle.y)
    await supply.click()
    const lasts = async (): Promise<number> => {
      const { project } = await hand.opened()
      const ref = project.pictures[shownPlaced(frameOf(sheetOf(project, SHEET), `f-${i}`))?.pictureId ?? '']
      return (ref && 'clip' in ref && ref.clip?.duration) || 0
    }
    // What was there before may be seen until the step is saved.
    await expect.poll(lasts, { message: name, intervals: SOON }).toBeCloseTo(duration, 1)
    expect(Math.abs((await lasts()) - duration), name).toBeLessThan(0.02)
  }
  await run(page, 'Film…')
  const file = await makeFilm(page, 'Pictures in a zip', String(RATE), String(SIZE.w))
  const entries = Object.entries(await unzip(readFileSync(file))).sort(([a], [b]) => (a < b ? -1 : 1))
  expect(entries).toHaveLength(RATE * SECONDS)
  const faults: string[] = []
  for (const [k, [, png]] of entries.entries()) {
    const { data, info } = await sharp(png).greyscale().raw().toBuffer({ resolveWithObject: true })
    for (const [i, { name, shows, duration }] of KINDS.entries()) {
      const part = {
        x: (i % COLUMNS) / COLUMNS,
        y: (Math.floor(i / COLUMNS) * CELL.h) / SIZE.h,
        w: 1 / COLUMNS,
        h: CELL.h / SIZE.h,
      }
      const shown = numberIn(data, info.width, info.height, part)
      const at = (k / RATE) % duration
      // A rounding away from its end it has begun again.
      const wanted = shows(duration - at < 1e-9 ? 0 : at)
      if (shown !== wanted) faults.push(`${name} at ${k}/${RATE} s: ${shown}, not ${wanted}`)
    }
  }
  expect(faults).toEqual([])
})
