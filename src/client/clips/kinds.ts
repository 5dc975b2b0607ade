import { picturesIn } from '@/client/clips/imageReader'

const VIDEO_NAME = /\.(mp4|m4v|mov|webm|mkv)$/i

/** Is a file a clip: a film by its type or name, or a picture that holds several? */
export const isClipFile = async (file: File): Promise<boolean> =>
  file.type.startsWith('video/') || VIDEO_NAME.test(file.name) || (await picturesIn(file)) > 1
