'use client'
import Delete from '@mui/icons-material/DeleteOutlined'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useRef } from 'react'
import type { KeptStencil } from '@/contract/api'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { categoryUrl, saveAs } from '@/client/http/api'
import { NameField } from '@/client/parts/NameField'
import { RailButton } from '@/client/parts/RailButton'
import { StencilIcon } from '@/client/parts/StencilIcon'
import { putFrame } from '@/client/store/actions'
import { changeKept, forgetKept } from '@/client/store/keptStencils'
import styles from '@/client/bench/dialogs/Stencils.module.css'
import { openArtwork } from '@/client/store/slices/dialogs'

const Row = ({
  one,
  categories,
  onClose,
}: {
  one: KeptStencil
  categories: readonly string[]
  onClose: () => void
}) => {
  const bench = useBenchHandle()
  const move = (category: string): void => void changeKept(bench, one, { category })
  return (
    <li className={styles.row}>
      <button
        type="button"
        className={styles.icon}
        aria-label={`Put ${one.name} on the sheet`}
        title="Put it on the sheet"
        onClick={() => {
          onClose()
          putFrame(bench, one.stencil, undefined, one.aspect)
        }}
      >
        <StencilIcon stencil={one.stencil} aspect={one.aspect} width={48} height={36} />
      </button>
      <NameField
        key={one.name}
        label={`Name of ${one.name}`}
        name={one.name}
        onName={(name) => void changeKept(bench, one, { name })}
      />
      <input
        key={one.category}
        className={styles.category}
        list="stencil-categories"
        defaultValue={one.category}
        aria-label={`Category of ${one.name}`}
        onBlur={(event) => event.target.value.trim() !== one.category && move(event.target.value)}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
      />
      <RailButton framed label={`Remove ${one.name}`} onPress={() => void forgetKept(bench, one)}>
        <Delete fontSize="inherit" />
      </RailButton>
      <datalist id="stencil-categories">
        {categories.map((category) => (
          <option key={category} value={category} />
        ))}
      </datalist>
    </li>
  )
}

/** The outlines of one's own by category: renamed, moved, removed, saved as SVG files, brought in from a folder. */
export const StencilsDialog = ({ onClose }: { readonly onClose: () => void }) => {
  const bench = useBenchHandle()
  const kept = useBench((state) => state.kept)
  const folder = useRef<HTMLInputElement>(null)
  const categories = [...new Set(kept.map(({ category }) => category))]
  const bringIn = (files: FileList | null): void => {
    const drawings = [...(files ?? [])].filter(({ name }) => /\.svg$/i.test(name))
    if (drawings.length) openArtwork(bench, drawings)
  }
  return (
    <Dialog open onClose={onClose} aria-labelledby="stencils-title" fullWidth maxWidth="sm">
      <DialogTitle id="stencils-title">Your stencils</DialogTitle>
      <DialogContent>
        {!kept.length && (
          <p>Nothing is kept yet. Select a frame and press “Keep…” in its card, or bring in a folder of SVG files.</p>
        )}
        {categories.map((category) => (
          <section key={category} aria-label={category}>
            <div className={styles.head}>
              <h3>{category}</h3>
              <RailButton
                framed
                label={`Save ${category} as SVG files in a zip`}
                onPress={() => saveAs(categoryUrl(category), `${category}.zip`)}
              >
                Save as SVG
              </RailButton>
            </div>
            <ul className={styles.list}>
              {kept
                .filter((one) => one.category === category)
                .map((one) => (
                  <Row key={one.id} one={one} categories={categories} onClose={onClose} />
                ))}
            </ul>
          </section>
        ))}
        <input
          ref={folder}
          type="file"
          hidden
          multiple
          accept=".svg,image/svg+xml"
          aria-label="Folder of SVG files"
          {...{ webkitdirectory: '' }}
          onChange={(event) => bringIn(event.target.files)}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={() => folder.current?.click()}>Bring in a folder of SVG</Button>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  )
}
