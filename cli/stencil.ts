import { mkdir, mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { parseArgs } from 'node:util'
import { Failure, isFailure, refuse } from '@/core/failure'
import { within, type Range } from '@/core/range'
import { RANGE } from '@/core/tolerance'
import { sheetOf } from '@/core/document/read'
import { shownFrames } from '@/core/render/drawList'
import { SIZING_RANGE, type Sizing } from '@/core/render/sizing'
import type { Project, Sheet } from '@/core/document/types'
import {
  CEILING_RANGE,
  groundSchema,
  type ExportGround,
  type DrawnOptions,
  type ExportOptions,
} from '@/contract/exports'
import { OUTPUT, OUTPUT_FORMATS, PRINT_MARKS, type OutputFormat } from '@/core/formats/outputFormats'
import { planExport } from '@/server/export/plan'
import type { FilmFormat, FilmPlan } from '@/core/film/plan'
import { makeFilm } from '@/server/film/make'
import { examineBundle, readBundle } from '@/server/bundle/read'
import { exportFile } from '@/server/export/file'
import { shippedFaceFile, WORDS_FACE } from '@/server/faces/shippedFile'
import { examinePictures } from '@/server/pictures/examine'
import { keptBeside, picturesBeside } from './beside'
import { bundleAt, fileToWrite, folderToFill } from './paths'

const USAGE = `Eager Stencil

  stencil render BUNDLE --out FILE [--sheet 1] [--frame NAME]
                 [--format png|jpeg|webp|avif|tiff|pdf|svg|ora] [--quality 1-100]
                 [--ppi N | --scale N | --longest PX | --width PX | --height PX]
                 [--bleed] [--ground transparent|#rrggbb]
                 [--marks] [--crop-pictures] [--ceiling PPI] [--pictures-beside]
      Renders one sheet of a bundle, or one frame of it alone, cut to its
      outline. Without a size the sheet's own resolution is used; PDF and SVG
      have the size of the sheet. --marks puts printer's marks around a PDF;
      --crop-pictures leaves out of it what no frame shows, and --ceiling
      holds its pictures to a resolution; the last two are for SVG too, whose
      pictures --pictures-beside puts in a folder beside it.

  stencil render BUNDLE --out FOLDER (--all | --each-frame) [as above]
      Renders all sheets, or every frame of one sheet, each to a file; all
      sheets as PDF become the pages of one.

  stencil film BUNDLE --out FILE.gif|.png|.webp|.zip [--sheets 1,3] [--rate 25]
                 [--longest PX] [--quality 1-100] [--plays N] [--ground transparent]
      Makes one film of the sheets in sequence: a GIF, an animated PNG or
      WebP, or its pictures in a zip. Clips must be GIF, APNG or WebP; others,
      and MP4 or WebM as the film, need the page.

  stencil check BUNDLE
      Names each fault of a bundle with its path; exit 1 if there are any.
`

const inFolder = async <T>(task: (folder: string) => Promise<T>): Promise<T> => {
  const folder = await mkdtemp(path.join(tmpdir(), 'stencil-'))
  try {
    return await task(folder)
  } finally {
    await rm(folder, { recursive: true, force: true })
  }
}

const numberOption = (name: string, text: string | undefined, fallback: number, range: Range): number => {
  if (text === undefined) return fallback
  const value = text.trim() === '' ? NaN : Number(text)
  if (Number.isNaN(value)) return refuse(`--${name}`, `a number from ${range.min} to ${range.max}`, text)
  return within(`--${name}`, value, range)
}

const formatOption = (text: string | undefined, out: string): OutputFormat => {
  const ending = path.extname(out).slice(1).toLowerCase()
  const asked = text ?? OUTPUT_FORMATS.find((format) => OUTPUT[format].ending === ending) ?? ending
  return OUTPUT_FORMATS.find((format) => format === asked) ?? refuse('--format', OUTPUT_FORMATS.join(', '), asked)
}

type Options = Record<string, string | boolean | undefined>

const textOption = (options: Options, name: string): string | undefined => {
  const value = options[name]
  return typeof value === 'string' ? value : undefined
}

/** The one way in which a size was given; without any the sheet's own resolution. */
const sizingOption = (options: Options): Sizing => {
  const given = ['ppi', 'scale', 'longest', 'width', 'height'].filter((name) => options[name] !== undefined)
  const [name] = given
  if (given.length > 1) refuse('the size', 'given in one way', given.map((each) => `--${each}`).join(' and '))
  if (name === undefined) return { by: 'scale', scale: 1 }
  const number = (range: Range): number => numberOption(name, textOption(options, name), 0, range)
  if (name === 'ppi') return { by: 'ppi', ppi: number(RANGE.ppi) }
  if (name === 'scale') return { by: 'scale', scale: number(SIZING_RANGE.scale) }
  return {
    by: 'side',
    side: name === 'width' || name === 'height' ? name : 'longest',
    pixels: Math.round(number(SIZING_RANGE.pixels)),
  }
}

const groundOption = (text: string | undefined): ExportGround | undefined => {
  if (text !== undefined && !groundSchema.isValidSync(text, { strict: true }))
    refuse('--ground', 'transparent or a colour such as #e8b04a', text)
  return text as ExportGround | undefined // checked just now
}

const drawnOptions = (options: Options, format: OutputFormat): DrawnOptions => {
  if (options['marks'] === true && format !== 'pdf') refuse('--marks', 'given with a PDF', format)
  if (options['pictures-beside'] === true && format !== 'svg') refuse('--pictures-beside', 'given with an SVG', format)
  const ceiling = textOption(options, 'ceiling')
  return {
    marks: options['marks'] === true ? PRINT_MARKS : [],
    isCropped: options['crop-pictures'] === true,
    ...(ceiling === undefined ? {} : { ceiling: numberOption('ceiling', ceiling, 0, CEILING_RANGE) }),
    ...(options['pictures-beside'] === true ? { areBeside: true } : {}),
  }
}

const isMany = (options: Options): boolean => options['all'] === true || options['each-frame'] === true

const optionsOf = (options: Options, out: string): ExportOptions => {
  const ground = groundOption(textOption(options, 'ground'))
  const format = formatOption(textOption(options, 'format') ?? (isMany(options) ? 'png' : undefined), out)
  return {
    format,
    sizing: sizingOption(options),
    ...(ground === undefined ? {} : { ground }),
    quality: Math.round(numberOption('quality', textOption(options, 'quality'), 90, { min: 1, max: 100 })),
    bleed: options['bleed'] === true,
    drawn: drawnOptions(options, format),
  }
}

/** The frame of this name that shows. Refuses a name that none has, or several have. */
const frameNamed = (sheet: Sheet, name: string): string => {
  const named = shownFrames(sheet).filter((frame) => frame.name === name)
  const [frame] = named
  if (!frame) return refuse('--frame', 'the name of a frame that shows', name)
  return named.length > 1
    ? refuse('--frame', 'a name that one frame has', `${name}, which ${named.length} have`)
    : frame.id
}

/** The typeface of slugs. */
const words = (): { readonly wordsFile?: string } => {
  const wordsFile = shippedFaceFile(WORDS_FACE)
  return wordsFile === null ? {} : { wordsFile }
}

interface Rendering {
  readonly project: Project
  readonly sheet: Sheet
  readonly files: Readonly<Record<string, string>>
  readonly out: string
  readonly options: Options
}

const renderMany = async ({ project, sheet, files, out, options }: Rendering): Promise<void> => {
  if (options['frame'] !== undefined) refuse('--frame', 'given without --all and --each-frame', options['frame'])
  const given = optionsOf(options, out)
  const { only, set, fileName } = planExport({
    project,
    request: {
      ...given,
      sheetIds: options['all'] === true ? project.order : [sheet.id],
      pattern: '{number} {sheet}',
      ...(options['each-frame'] === true ? { each: 'frame' } : {}),
    },
  })
  await mkdir(await folderToFill(out), { recursive: true })
  const beside = picturesBeside(out, 'pictures')
  await keptBeside(beside, given, async (keep) => {
    for (const one of only ? [{ parts: only, fileName }] : set) {
      const file = path.join(out, one.fileName)
      await exportFile({ project, files, parts: one.parts, options: given, out: file, ...words() }, undefined, keep)
      console.log(file)
    }
  })
}

const render = (bundle: string, options: Options): Promise<number> =>
  inFolder(async (folder) => {
    const asked = textOption(options, 'out') ?? refuse('--out', 'the file to write', undefined)
    const whole = await bundleAt(bundle)
    const out = isMany(options) ? await folderToFill(asked) : await fileToWrite(asked)
    const { project, files: read } = await readBundle(whole, folder, { examine: examinePictures, thorough: false })
    const number = numberOption('sheet', textOption(options, 'sheet'), 1, { min: 1, max: project.order.length })
    const sheet = sheetOf(project, project.order[number - 1] ?? '')
    const files = Object.fromEntries([...read.values()].map((file) => [file.hash, file.file]))
    if (isMany(options)) {
      await renderMany({ project, sheet, files, out, options })
      return 0
    }
    const frame = textOption(options, 'frame')
    const given = optionsOf(options, out)
    const itemIds = frame === undefined ? {} : { itemIds: [frameNamed(sheet, frame)] }
    const parts = [{ sheetId: sheet.id, ...itemIds }]
    const beside = picturesBeside(path.dirname(out), `${path.basename(out, path.extname(out))} pictures`)
    const { width, height, bytes } = await keptBeside(beside, given, (keep) =>
      exportFile({ project, parts, files, out, options: given, ...words() }, undefined, keep),
    )
    console.log(`${out}: ${width} × ${height} ${OUTPUT[given.format].isDrawn ? 'pt' : 'px'}, ${bytes} bytes`)
    return 0
  })

const FILM_ENDINGS: Readonly<Record<string, FilmFormat>> = {
  gif: 'gif',
  png: 'apng',
  apng: 'apng',
  webp: 'webp',
  zip: 'zip',
}

/** The sheets that a film is made of, by their numbers. */
const sheetsOption = (text: string | undefined, order: readonly string[]): readonly string[] =>
  text === undefined
    ? order
    : text.split(',').map((each) => {
        const number = numberOption('sheets', each, 1, { min: 1, max: order.length })
        return order[Math.round(number) - 1] ?? ''
      })

const film = (bundle: string, options: Options): Promise<number> =>
  inFolder(async (folder) => {
    const asked = textOption(options, 'out') ?? refuse('--out', 'the file to write', undefined)
    const whole = await bundleAt(bundle)
    const out = await fileToWrite(asked)
    const ending = path.extname(out).slice(1).toLowerCase()
    const format =
      FILM_ENDINGS[ending] ?? refuse('--out', 'a .gif, .png, .webp or .zip; other films are made at the bench', out)
    const {
      project,
      files: read,
      clips,
    } = await readBundle(whole, folder, { examine: examinePictures, thorough: false })
    const wholeOption = (name: string, fallback: number, range: Range): number =>
      Math.round(numberOption(name, textOption(options, name), fallback, range))
    const plan: FilmPlan = {
      format,
      sheetIds: sheetsOption(textOption(options, 'sheets'), project.order),
      side: wholeOption('longest', 1080, { min: 16, max: 4096 }),
      rate: numberOption('rate', textOption(options, 'rate'), 25, { min: 1, max: 60 }),
      quality: wholeOption('quality', 75, { min: 1, max: 100 }),
      loops: wholeOption('plays', 0, { min: 0, max: 1000 }),
      isClear: textOption(options, 'ground') === 'transparent',
    }
    const made = await makeFilm({
      project,
      plan,
      files: Object.fromEntries([...read.values()].map((file) => [file.hash, file.file])),
      clips: Object.fromEntries(clips.map((clip) => [clip.hash, clip.file])),
      folder,
      out,
    })
    console.log(`${out}: ${made.count} pictures, ${made.size.w} × ${made.size.h} px, ${made.bytes} bytes`)
    return 0
  })

const check = (bundle: string): Promise<number> =>
  inFolder(async (folder) => {
    const { faults } = await examineBundle(await bundleAt(bundle), folder, { examine: examinePictures })
    for (const fault of faults) console.log(`${fault.path || 'project.json'}: ${fault.message}`)
    console.log(faults.length ? `${faults.length} to correct` : 'no faults')
    return faults.length ? 1 : 0
  })

const run = async (): Promise<number> => {
  const { positionals, values } = parseArgs({
    allowPositionals: true,
    options: {
      sheet: { type: 'string' },
      format: { type: 'string' },
      ppi: { type: 'string' },
      quality: { type: 'string' },
      out: { type: 'string' },
      bleed: { type: 'boolean' },
      marks: { type: 'boolean' },
      'crop-pictures': { type: 'boolean' },
      ceiling: { type: 'string' },
      'pictures-beside': { type: 'boolean' },
      scale: { type: 'string' },
      longest: { type: 'string' },
      width: { type: 'string' },
      height: { type: 'string' },
      ground: { type: 'string' },
      frame: { type: 'string' },
      'each-frame': { type: 'boolean' },
      all: { type: 'boolean' },
      sheets: { type: 'string' },
      rate: { type: 'string' },
      plays: { type: 'string' },
      help: { type: 'boolean' },
    },
  })
  const [command, bundle, ...more] = positionals
  if (values.help || !command || !bundle || more.length) {
    console.log(USAGE)
    return values.help ? 0 : 2
  }
  if (command === 'render') return render(bundle, values)
  if (command === 'film') return film(bundle, values)
  if (command === 'check') return check(bundle)
  throw new Failure('refused', `There is no command "${command}". Use render, film or check.`)
}

/** What is wrong with the options, in our words; null for anything else. */
const optionWords = (error: unknown): string | null => {
  if (!(error instanceof TypeError) || !('code' in error)) return null
  const [, named] = /'(-{1,2}[^' ]*)/.exec(error.message) ?? []
  if (error.code === 'ERR_PARSE_ARGS_UNKNOWN_OPTION')
    return `There is no option ${named ?? 'of this name'}. See stencil --help for those there are.`
  if (error.code === 'ERR_PARSE_ARGS_INVALID_OPTION_VALUE')
    return `${named ?? 'An option'} has no value, or one it does not take. See stencil --help.`
  return error.message
}

run().then(
  (code) => (process.exitCode = code),
  (error: unknown) => {
    console.error(isFailure(error) ? error.message : (optionWords(error) ?? error))
    process.exitCode = 2
  },
)
