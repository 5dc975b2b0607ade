/** `npm run measure`: prints figures beside a floor measured in the same run. Not a test: machines differ. */
import { rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { measureBench } from './bench'
import { withBrowser } from './browser'
import { measureAdjustments, measureDressed, measureDressedExport } from './finish'
import { measureFilms } from './films'
import { measureGroup, measureUniting } from './group'
import { measureGrowth } from './growth'
import { measureExport } from './export'
import { measureAlphabet, measureTyping } from './letters'
import { measureFollowing, measureShown } from './mockups'
import { measureSaving } from './saving'
import { measureSliders } from './sliders'
import { measureTemplates } from './templates'
import { measureTexts } from './texts'
import { measureWarp } from './warp'
import { measureRegion } from './region'

/** Finishes and adjustments alone: `npm run measure -- finishes`. */
const finishes = async (work: string): Promise<readonly string[]> => [
  ...(await measureAdjustments()),
  await measureDressedExport(work),
  await withBrowser(`${work}/data`, measureDressed),
  await withBrowser(`${work}/data`, measureSliders),
]

/** A large group with finishes alone: `npm run measure -- groups`. */
const groups = async (work: string): Promise<readonly string[]> => [
  measureUniting(),
  ...(await withBrowser(`${work}/data`, measureGroup)),
]

/** Letters alone: `npm run measure -- letters`. */
const letters = async (work: string): Promise<readonly string[]> => [
  await measureAlphabet(work),
  await withBrowser(`${work}/data`, measureTyping),
]

/** Texts that wrap: `npm run measure -- texts`. */
const texts = (work: string): Promise<readonly string[]> => withBrowser(`${work}/data`, measureTexts)

/** Templates alone: `npm run measure -- templates`. */
const templates = (work: string): Promise<readonly string[]> => withBrowser(`${work}/data`, measureTemplates)

/** Sheets within sheets alone: `npm run measure -- mockups`. */
const mockups = async (work: string): Promise<readonly string[]> => [
  await measureShown(),
  await withBrowser(`${work}/data`, measureFollowing),
]

const run = async (): Promise<void> => {
  const [command] = process.argv.slice(2)
  const work = path.join(tmpdir(), 'stencil-measure')
  await rm(path.join(work, 'data'), { recursive: true, force: true })
  const all = async (): Promise<readonly string[]> => [
    ...measureRegion(),
    ...(await measureExport(work)),
    ...(await measureBench(work)),
    ...(await measureWarp(work)),
    ...(await finishes(work)),
    ...(await groups(work)),
    ...(await measureSaving()),
    ...(await withBrowser(`${work}/data`, measureGrowth)),
    ...(await letters(work)),
    ...(await texts(work)),
    ...(await templates(work)),
    ...(await mockups(work)),
    ...(await withBrowser(`${work}/data`, measureFilms(work))),
  ]
  // Parts alone: `npm run measure -- regions`, and so on.
  const parts: Readonly<Record<string, () => Promise<readonly string[]>>> = {
    exports: () => measureExport(work),
    regions: () => Promise.resolve(measureRegion()),
    finishes: () => finishes(work),
    groups: () => groups(work),
    saving: measureSaving,
    growth: () => withBrowser(`${work}/data`, measureGrowth),
    letters: () => letters(work),
    texts: () => texts(work),
    perspective: () => measureWarp(work),
    templates: () => templates(work),
    mockups: () => mockups(work),
    films: () => withBrowser(`${work}/data`, measureFilms(work)),
  }
  const rows = await ((command && parts[command]) || all)()
  for (const row of rows) console.log(row)
}

run().catch((error: unknown) => {
  console.error(error)
  process.exitCode = 1
})
