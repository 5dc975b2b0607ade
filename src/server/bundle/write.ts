import type { Readable } from 'node:stream'
import { ZipFile } from 'yazl'
import type { Project } from '@/core/document/types'
import { bundleDocument } from '@/core/formats/bundleDocument'

/** A project as one zip: `project.json` and the original pictures. `files` gives path and ending by hash. */
export const bundleStream = (
  project: Project,
  files: ReadonlyMap<string, { readonly file: string; readonly ending: string }>,
): Readable => {
  const zip = new ZipFile()
  const document = bundleDocument(project, (hash) => files.get(hash)?.ending ?? 'bin')
  zip.addBuffer(Buffer.from(JSON.stringify(document, null, 2)), 'project.json')
  // Pictures are compressed already.
  for (const [hash, { file, ending }] of files) zip.addFile(file, `pictures/${hash}.${ending}`, { compress: false })
  zip.end()
  return zip.outputStream as Readable // yazl types it as the older stream interface
}
