'use client'
import type { Ref } from 'react'

interface FilePickProps {
  readonly name: string
  /** File types, as an input takes them. */
  readonly accept?: string
  readonly several?: boolean
  /** A whole folder is chosen. */
  readonly folder?: boolean
  /** To open it: `ref.current.click()`. */
  readonly ref: Ref<HTMLInputElement>
  readonly onFiles: (files: readonly File[]) => void
}

/** The system's own choice of files; out of sight, a button opens it. */
export const FilePick = ({ name, accept, several = false, folder = false, ref, onFiles }: FilePickProps) => (
  <input
    ref={ref}
    type="file"
    hidden
    aria-label={name}
    accept={accept}
    multiple={several}
    {...(folder ? { webkitdirectory: '' } : {})}
    onChange={(event) => {
      const files = [...(event.target.files ?? [])]
      // The same file can be chosen again.
      event.target.value = ''
      if (files.length) onFiles(files)
    }}
  />
)
