import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { parseArgs } from 'node:util'
import { Failure, isFailure, refuse } from '@/core/failure'
import { within, type Range } from '@/core/range'
import { RANGE } from '@/core/tolerance'
import { sheetOf } from '@/core/document/read'
import { EXPORT_FORMATS, type ExportFormat } from '@/contract/api'
import { examineBundle, readBundle } from '@/server/bundle/read'
import { exportSheet } from '@/server/export/write'
import { examinePictures } from '@/server/pictures/examine'

const USAGE = `Eager Stencil

  stencil render BUNDLE --out FILE [--sheet 1] [--format png|jpeg|webp]
                 [--ppi N] [--quality 1-100] [--bleed]
      Renders one sheet of a bundle. Without --ppi the sheet's own is used.

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

const numberOption = (name: string, text: string | undefined, fallback: number, range: Range): number =>
  text === undefined ? fallback : within(`--${name}`, text.trim() === '' ? NaN : Number(text), range)

const formatOption = (text: string | undefined, out: string): ExportFormat => {
  const ending = path.extname(out).slice(1).toLowerCase()
  const asked = text ?? (ending === 'jpg' ? 'jpeg' : ending)
  return EXPORT_FORMATS.find((format) => format === asked) ?? refuse('--format', EXPORT_FORMATS.join(', '), asked)
}

const render = (bundle: string, options: Record<string, string | boolean | undefined>): Promise<number> =>
  inFolder(async (folder) => {
    const text = (name: string): string | undefined => (typeof options[name] === 'string' ? options[name] : undefined)
    const out = text('out') ?? refuse('--out', 'the file to write', undefined)
    const { project, files } = await readBundle(bundle, folder, { examine: examinePictures, thorough: false })
    const number = numberOption('sheet', text('sheet'), 1, { min: 1, max: project.order.length })
    const sheet = sheetOf(project, project.order[number - 1] ?? '')
    const byHash = Object.fromEntries([...files.values()].map((file) => [file.hash, file.file]))
    const exported = await exportSheet({
      project,
      sheetId: sheet.id,
      files: byHash,
      out,
      options: {
        format: formatOption(text('format'), out),
        ppi: numberOption('ppi', text('ppi'), sheet.ppi, RANGE.ppi),
        quality: Math.round(numberOption('quality', text('quality'), 90, { min: 1, max: 100 })),
        bleed: options['bleed'] === true,
      },
    })
    console.log(`${out}: ${exported.width} × ${exported.height} px, ${exported.bytes} bytes`)
    return 0
  })

const check = (bundle: string): Promise<number> =>
  inFolder(async (folder) => {
    const { faults } = await examineBundle(bundle, folder, { examine: examinePictures })
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
      help: { type: 'boolean' },
    },
  })
  const [command, bundle, ...more] = positionals
  if (values.help || !command || !bundle || more.length) {
    console.log(USAGE)
    return values.help ? 0 : 2
  }
  if (command === 'render') return render(bundle, values)
  if (command === 'check') return check(bundle)
  throw new Failure('refused', `There is no command "${command}". Use render or check.`)
}

run().then(
  (code) => (process.exitCode = code),
  (error: unknown) => {
    console.error(isFailure(error) || error instanceof TypeError ? error.message : error)
    process.exitCode = 2
  },
)
