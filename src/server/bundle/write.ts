import type { Readable } from 'node:stream'
import { ZipFile } from 'yazl'
import type { NewStencil } from '@/contract/api'
import type { Project } from '@/core/document/types'
import type { Clip } from '@/core/film/clip'
import { bundleDocument, clipEntry } from '@/core/formats/bundleDocument'

/** A typeface that travels in a bundle. */
export interface FaceOnTheWay {
  readonly hash: string
  readonly ending: string
  readonly file: string
}

/** A clip that travels in a bundle. */
export interface ClipOnTheWay extends Pick<Clip, 'file' | 'container'> {
  /** Where it lies. */
  readonly at: string
}

/**
 * A project as one zip: `project.json`, the original pictures, `stencils.json` where kept outlines travel along, and
 * `faces/` with typefaces of one's own, `clips/` with the clips. `files` gives path and ending by hash.
 */
export const bundleStream = (
  project: Project,
  files: ReadonlyMap<string, { readonly file: string; readonly ending: string }>,
  stencils: readonly NewStencil[] = [],
  {
    faces = [],
    clips = [],
  }: { readonly faces?: readonly FaceOnTheWay[]; readonly clips?: readonly ClipOnTheWay[] } = {},
): Readable => {
  const zip = new ZipFile()
  const document = bundleDocument(project, (hash) => files.get(hash)?.ending ?? 'bin')
  zip.addBuffer(Buffer.from(JSON.stringify(document, null, 2)), 'project.json')
  if (stencils.length) zip.addBuffer(Buffer.from(JSON.stringify({ stencils }, null, 2)), 'stencils.json')
  // Pictures are compressed already.
  for (const [hash, { file, ending }] of files) zip.addFile(file, `pictures/${hash}.${ending}`, { compress: false })
  for (const clip of clips) zip.addFile(clip.at, clipEntry(clip), { compress: false })
  for (const { hash, ending, file } of faces) zip.addFile(file, `faces/${hash}.${ending}`)
  zip.end()
  return zip.outputStream as Readable // yazl types it as the older stream interface
}
