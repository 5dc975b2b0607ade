/**
 * Reads a typeface as a process of its own: one that is made to harm can only harm this. Takes the path of a file by
 * message, answers once, and ends.
 */
import { readFile } from 'node:fs/promises'
import { isFailure } from '@/core/failure'
import { probeFace } from '@/faces/probe'
import type { FaceMessage } from '@/server/faces/messages'

const read = async (file: string): Promise<FaceMessage> => {
  try {
    const { family, style, ending, embedding } = probeFace(await readFile(file))
    const isPlain = !style || /^regular$/i.test(style) || family.toLowerCase().endsWith(style.toLowerCase())
    return { kind: 'read', name: isPlain ? family : `${family} ${style}`, ending, embedding }
  } catch (error) {
    if (!isFailure(error)) console.error(error)
    const message = isFailure(error) ? error.message : 'This typeface cannot be read. Choose another file.'
    return { kind: 'refused', message }
  }
}

process.on('disconnect', () => process.exit(0))
process.once('message', (file) => {
  void read(String(file)).then((message) => process.send?.(message, () => process.disconnect()))
})
