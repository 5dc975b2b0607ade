/** The folder of films in the browser's own store. */
export const filmFolder = async (): Promise<FileSystemDirectoryHandle> =>
  (await navigator.storage.getDirectory()).getDirectoryHandle('films', { create: true })
