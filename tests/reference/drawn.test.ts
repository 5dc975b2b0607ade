/**
 * PDF and SVG as readers from elsewhere show them, beside what the canvas paints: poppler (cairo) and MuPDF for PDF,
 * librsvg and resvg for SVG. Random sheets with finishes, groups, blends and fading edges; soft pictures, so that ways of
 * shrinking them don't show.
 */
import { describe, expect, it } from '@jest/globals'
import path from 'node:path'
import { finishedSheets, paintPictures } from '@tests/helpers/finishedSheets'
import { inFolder } from '@tests/helpers/files'
import { SHEET } from '@tests/helpers/project'
import { fc, SEED } from '@tests/helpers/property'
import { checkPdf, difference, onWhite, PDF_READERS, pdfFonts, SVG_READERS, type Rgb8 } from '@tests/helpers/readers'
import { isProving } from '@tests/helpers/sweep'
import type { OutputFormat } from '@/core/formats/outputFormats'
import { work } from '@/server/work/work'

/** One pixel a point for SVG, two for PDF. */
const PPI = { pdf: 144, svg: 72 } as const
const RUNS = isProving ? 60 : 6

/** Pictures that reach far beyond the sheet make one of the readers stop; what is seen of them is enough here. */
const PICTURES = { marks: [], isCropped: true } as const

interface Shown {
  readonly mean: number
  readonly off: number
}

/** How each reader's picture of each random sheet differs from ours; exported apart, as the server does it. */
const differences = (
  format: 'pdf' | 'svg',
  show: (file: string, width: number) => Promise<Readonly<Record<string, Rgb8>>>,
): Promise<readonly Readonly<Record<string, Shown>>[]> =>
  inFolder(async (folder) => {
    const files = await paintPictures(folder)
    const all: Record<string, Shown>[] = []
    for (const [n, project] of fc.sample(finishedSheets, { seed: SEED, numRuns: RUNS }).entries()) {
      const made = async (as: OutputFormat): Promise<string> => {
        const out = path.join(folder, `${n}.${as}`)
        const sizing = { by: 'ppi', ppi: PPI[format] } as const
        const options = { format: as, sizing, quality: 95, bleed: false, drawn: PICTURES }
        await work('export', { project, parts: [{ sheetId: SHEET }], options, files, out })
        return out
      }
      const file = await made(format)
      if (format === 'pdf') {
        checkPdf(file)
        expect(pdfFonts(file).trim().split('\n')).toHaveLength(2)
      }
      const ours = await onWhite(await made('png'))
      const theirs = await show(file, ours.width)
      all.push(Object.fromEntries(Object.entries(theirs).map(([name, shown]) => [name, difference(ours, shown)])))
    }
    return all
  })

/**
 * Readers differ from one another by more than we from the nearer one: each blurs, blends and joins in its own way, and
 * one loses layers that lie partly beyond the sheet. Most sheets are within 0.3; wide strokes about corners of next to no
 * radius, which the canvas rounds and readers don't, come to 0.5.
 */
const NEARER = 0.8
const FARTHER = 4

const isClose = (all: readonly Readonly<Record<string, Shown>>[]): boolean =>
  all.every((one) => {
    const means = Object.values(one).map(({ mean }) => mean)
    // Where one of them stopped, the other may be the farther one.
    const isNear = means.length < 2 || Math.min(...means) <= NEARER
    return isNear && Math.max(...means) <= FARTHER
  })

/** A reader that stops on a file has nothing to say of it. */
const ifAnswered = async (name: string, shown: Promise<Rgb8>): Promise<Readonly<Record<string, Rgb8>>> => {
  try {
    return { [name]: await shown }
  } catch (error) {
    if (String(error).includes('panicked')) return {}
    throw error
  }
}

const said = (all: readonly unknown[]): string => `seed ${SEED}: ${JSON.stringify(all)}`

describe('random sheets', () => {
  it('as PDF are shown by two readers as they are painted', async () => {
    const all = await differences('pdf', async (file) => ({
      cairo: await PDF_READERS.cairo(file, PPI.pdf),
      mutool: await PDF_READERS.mutool(file, PPI.pdf),
    }))
    expect(isClose(all) ? 'close' : said(all)).toBe('close')
  })
  it('as SVG are shown by two readers as they are painted', async () => {
    const all = await differences('svg', async (file, width) => ({
      librsvg: await SVG_READERS.librsvg(file, width),
      ...(await ifAnswered('resvg', SVG_READERS.resvg(file, width))),
    }))
    expect(isClose(all) ? 'close' : said(all)).toBe('close')
  })
})
