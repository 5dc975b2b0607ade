/** Files of outlines and of layers when the disk is full or a picture is gone: told in words, and nothing stays. */
import { describe, expect, it } from '@jest/globals'
import { mkdir, readdir, symlink } from 'node:fs/promises'
import path from 'node:path'
import { inFolder, paintedPicture } from '@tests/helpers/files'
import { pictureRef } from '@tests/helpers/project'
import { newFrame, newProject, newSheet } from '@/core/document/create'
import { placePicture } from '@/core/document/edits/fills'
import { addFrame } from '@/core/document/edits/frames'
import { addPicture } from '@/core/document/edits/project'
import { exportFile } from '@/server/export/file'

const PICTURE = pictureRef(1, 300, 200)

const project = (() => {
  const sheet = newSheet('s', 'Sheet', { unit: 'px', size: { w: 400, h: 300 }, ppi: 72, bleed: 0 })
  const known = addPicture(newProject('p', 'Faults', sheet), { pictureId: 'pic', picture: PICTURE })
  const box = { cx: 200, cy: 150, w: 200, h: 150 }
  const framed = addFrame(known, { sheetId: 's', frame: newFrame('f', { kind: 'ellipse' }, box) })
  return placePicture(framed, { sheetId: 's', frameId: 'f', pictureId: 'pic' })
})()

const job = (format: 'pdf' | 'svg' | 'ora', out: string, files: Readonly<Record<string, string>>) => {
  const options = { format, sizing: { by: 'scale', scale: 4 }, quality: 90, bleed: false } as const
  return { project, parts: [{ sheetId: 's' }], options, files, out }
}

describe.each(['pdf', 'svg', 'ora'] as const)('a file of kind %s', (format) => {
  it('that finds the disk full is told so, and leaves nothing half-written', async () => {
    await inFolder(async (folder) => {
      const file = path.join(folder, 'picture.png')
      await paintedPicture(file, 300, 200, (x, y) => [x % 256, y, 90])
      const made = path.join(folder, 'made')
      await mkdir(made)
      // Whatever is written to this device finds it full (full(4)).
      await symlink('/dev/full', path.join(made, 'out.part'))
      await expect(exportFile(job(format, path.join(made, 'out'), { [PICTURE.hash]: file }))).rejects.toMatchObject({
        code: 'disk-full',
      })
      expect(await readdir(made)).toEqual([])
    })
  })
  it('whose picture is gone is told so, and leaves nothing', async () => {
    await inFolder(async (folder) => {
      await expect(exportFile(job(format, path.join(folder, 'out'), {}))).rejects.toMatchObject({
        code: 'picture-missing',
      })
      expect(await readdir(folder)).toEqual([])
    })
  })
})
