/** Exports beside their floors: A4 of six 24-megapixel JPEGs, the same as PDF, many sheets, a large one, many small frames. */
import { fork } from 'node:child_process'
import { rm } from 'node:fs/promises'
import path from 'node:path'
import { PIXEL_PROCESS } from '@/server/work/process'
import { FLOORS, paintedPictures, WAYS, type Ran } from './exportWays'
import { median } from './numbers'

const inProcess = (way: string, folder: string): Promise<Ran> =>
  new Promise((resolve, reject) => {
    const execArgv = way === 'smallFree' ? [] : [...PIXEL_PROCESS.execArgv]
    const env = { ...process.env, ...PIXEL_PROCESS.env }
    const child = fork('dist/measure-export.mjs', [way, folder], { execArgv, env })
    child.once('message', (ran) => resolve(ran as Ran)) // sent by runExport
    child.once('exit', (code) => code && reject(new TypeError(`${way} ended with ${code}`)))
  })

/** The median of several runs of each way, one after the other in turn. */
const medians = async <W extends string>(
  folder: string,
  ways: readonly W[],
  runs: number,
): Promise<Readonly<Record<W, Ran>>> => {
  const ran: Ran[][] = ways.map(() => [])
  for (let i = 0; i < runs; i += 1) for (const [k, way] of ways.entries()) ran[k]?.push(await inProcess(way, folder))
  const of = (k: number, key: keyof Ran): number => median((ran[k] ?? []).map((one) => one[key]))
  const each = ways.map((way, k) => [way, { seconds: of(k, 'seconds'), megabytes: of(k, 'megabytes') }] as const)
  return Object.fromEntries(each) as Readonly<Record<W, Ran>> // one for every way
}

const words = ({ seconds, megabytes }: Ran): string => `${seconds.toFixed(2)} s, peak ${megabytes.toFixed(0)} MB`
const times = (a: Ran, b: Ran): string => `${(a.seconds / b.seconds).toFixed(2)}×`

export const measureExport = async (folder: string): Promise<readonly string[]> => {
  await paintedPictures(folder)
  const six = await medians(folder, ['export', 'pdf', 'layers', 'floor'], 5)
  const small = await medians(folder, ['small', 'smallFree'], 5)
  const drawn = await medians(folder, ['drawn', 'floorDrawn'], 3)
  const much = await medians(folder, ['pages', 'large', 'huge'], 1)
  await Promise.all(
    [...Object.keys(WAYS), ...Object.keys(FLOORS)].map((way) => rm(path.join(folder, `${way}.png`), { force: true })),
  )
  return [
    `export A4 at 300 ppi, six 24-megapixel JPEGs | ${words(six.export)} | floor ${words(six.floor)} | ${times(six.export, six.floor)} (aim ≤ 1.15×, ≤ 350 MB)`,
    `the same as PDF, its JPEGs unchanged | ${words(six.pdf)} | ${times(six.pdf, six.export)} of the PNG (aim ≤ 0.30×, ≤ 250 MB)`,
    `the same as OpenRaster, layers and the whole | ${words(six.layers)} | ${times(six.layers, six.export)} of the PNG`,
    `A3 at 300 ppi, six PNG pictures of 5120 × 2880 | ${words(drawn.drawn)} | floor ${words(drawn.floorDrawn)} | ${times(drawn.drawn, drawn.floorDrawn)} (aim ≤ 1.25×)`,
    `200 frames 9 mm wide on A4 at 300 ppi | ${words(small.small)} | without forced collection ${words(small.smallFree)} | ${times(small.small, small.smallFree)} (aim ≤ 1.5×)`,
    `24 such sheets as one PDF | ${words(much.pages)} (aim ≤ 1200 MB)`,
    `A1 at 300 ppi, 70 megapixels, as PNG | ${words(much.large)} (aim ≤ 1200 MB)`,
    `115 × 159 cm at 300 ppi, 255 megapixels, as PNG | ${words(much.huge)} (aim ≤ 1200 MB)`,
  ]
}
