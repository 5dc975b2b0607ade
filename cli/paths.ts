import { stat } from 'node:fs/promises'
import path from 'node:path'
import { Failure } from '@/core/failure'

const kindOf = async (where: string): Promise<'file' | 'folder' | null> => {
  try {
    return (await stat(where)).isDirectory() ? 'folder' : 'file'
  } catch (error) {
    if (error instanceof Error && 'code' in error && (error.code === 'ENOENT' || error.code === 'ENOTDIR')) return null
    throw error
  }
}

/** The path of a bundle that is there. Throws in words. */
export const bundleAt = async (bundle: string): Promise<string> => {
  const kind = await kindOf(bundle)
  if (kind === 'file') return bundle
  throw new Failure(
    'not-found',
    kind === null
      ? `There is no file ${bundle}. Give the path of a bundle that was saved from a project.`
      : `${bundle} is a folder. Give the path of the bundle in it.`,
  )
}

/** Where one file can be written: its folder is there, and it is no folder itself. Throws in words. */
export const fileToWrite = async (out: string): Promise<string> => {
  const folder = path.dirname(out)
  const around = await kindOf(folder)
  if (around === null)
    throw new Failure('not-found', `The folder ${folder} is not there. Make it first, or give --out another one.`)
  if (around === 'file')
    throw new Failure('refused', `${folder} is a file, not a folder. Give --out a file in a folder.`)
  if ((await kindOf(out)) === 'folder')
    throw new Failure(
      'refused',
      `${out} is a folder. Give --out a file in it, such as ${path.join(out, 'sheet.png')}, or add --all for every sheet.`,
    )
  return out
}

/** A folder that files can be written into; it need not be there yet. Throws in words. */
export const folderToFill = async (out: string): Promise<string> => {
  if ((await kindOf(out)) === 'file')
    throw new Failure('refused', `${out} is a file. With --all or --each-frame give --out a folder.`)
  return out
}
