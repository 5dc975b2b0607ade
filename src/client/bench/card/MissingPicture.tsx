'use client'
'use memo'
import { useRef } from 'react'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { FilePick } from '@/client/parts/FilePick'
import { hashOf } from '@/core/document/sheetPictures'
import { RailButton } from '@/client/parts/RailButton'
import { relinkPicture } from '@/client/store/uploads'
import styles from '@/client/parts/Panel.module.css'

/** Says that a picture's file is gone, and takes it from a file again. */
export const MissingPicture = ({ pictureId }: { readonly pictureId: string }) => {
  const bench = useBenchHandle()
  const input = useRef<HTMLInputElement>(null)
  const hash = useBench((state) => hashOf(state.project.pictures[pictureId]))
  const isMissing = useBench((state) => state.missing.includes(hash))
  if (!isMissing) return null
  return (
    <div role="alert" className={styles.row}>
      <span className={styles.caution}>▲ The picture is missing.</span>
      <RailButton framed label="Find the picture's file again" onPress={() => input.current?.click()}>
        Find it…
      </RailButton>
      <FilePick
        ref={input}
        name="The file of the missing picture"
        onFiles={([file]) => file && void relinkPicture(bench, hash, file)}
      />
    </div>
  )
}
