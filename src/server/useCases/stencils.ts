import type { Readable } from 'node:stream'
import { ZipFile } from 'yazl'
import { Failure } from '@/core/failure'
import { distinctNames } from '@/core/formats/namePattern'
import { stencilSvg } from '@/core/formats/svg/write'
import type { Project } from '@/core/document/types'
import type { NewStencil } from '@/contract/api'
import { listStencils } from '@/server/stencils/catalogue'
import { safeFileName } from '@/core/formats/fileName'

/** The outlines of a category as a zip of SVG files. Throws `not-found` for a category that holds none. */
export const categoryZip = async (
  category: string,
): Promise<{ readonly open: () => Readable; readonly fileName: string }> => {
  const kept = (await listStencils()).filter((one) => one.category === category)
  if (!kept.length)
    throw new Failure('not-found', `No outline is kept in “${category.slice(0, 60)}”. Choose another category.`)
  const names = distinctNames(kept.map(({ name }) => safeFileName(name)))
  const open = (): Readable => {
    const zip = new ZipFile()
    kept.forEach(({ stencil, aspect, name }, i) =>
      zip.addBuffer(Buffer.from(stencilSvg(stencil, aspect, name)), `${names[i] ?? `outline-${i + 1}`}.svg`),
    )
    zip.end()
    return zip.outputStream as Readable // the older stream type
  }
  return { open, fileName: `${safeFileName(category)}-stencils.zip` }
}

/** The kept outlines that a project's frames have: they travel with it. */
export const stencilsOf = async (project: Project): Promise<readonly NewStencil[]> => {
  const used = new Set(
    Object.values(project.sheets).flatMap((sheet) =>
      Object.values(sheet.items).flatMap((item) => (item.kind === 'frame' ? [JSON.stringify(item.stencil)] : [])),
    ),
  )
  return (await listStencils())
    .filter(({ stencil }) => used.has(JSON.stringify(stencil)))
    .map(({ name, category, stencil, aspect }) => ({ name, category, stencil, aspect }))
}
