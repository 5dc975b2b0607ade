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
import { NameField } from '@/client/parts/fields/NameField'
import { RailButton } from '@/client/parts/RailButton'
import { StencilIcon } from '@/client/parts/StencilIcon'
import { putFrame } from '@/client/store/actions'
import { changeKept, forgetKept } from '@/client/store/keptStencils'
import Autocomplete from '@mui/material/Autocomplete'
import TextField from '@mui/material/TextField'
import { FilePick } from '@/client/parts/FilePick'
import { Tile } from '@/client/parts/Tile'
import panel from '@/client/parts/Panel.module.css'
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
    <li className={panel.row}>
      <Tile
        edged
        says="Put it on the sheet"
        aria-label={`Put ${one.name} on the sheet`}
        onClick={() => {
          onClose()
          putFrame(bench, one.stencil, undefined, one.aspect)
        }}
      >
        <StencilIcon stencil={one.stencil} aspect={one.aspect} width={48} height={36} />
      </Tile>
      <NameField
        key={one.name}
        label={`Name of ${one.name}`}
        name={one.name}
        onName={(name) => void changeKept(bench, one, { name })}
      />
      <Autocomplete
        freeSolo
        disableClearable
        size="small"
        sx={{ width: 160 }}
        options={[...categories]}
        defaultValue={one.category}
        key={one.category}
        onChange={(_event, next) => next.trim() !== one.category && move(next)}
        onBlur={(event) => {
          const text = event.target instanceof HTMLInputElement ? event.target.value : ''
          if (text.trim() && text.trim() !== one.category) move(text)
        }}
        renderInput={(params) => (
          <TextField
            {...params}
            slotProps={{
              ...params.slotProps,
              htmlInput: { ...params.slotProps.htmlInput, 'aria-label': `Category of ${one.name}` },
            }}
          />
        )}
      />
      <RailButton framed label={`Remove ${one.name}`} onPress={() => void forgetKept(bench, one)}>
        <Delete fontSize="inherit" />
      </RailButton>
    </li>
  )
}

/** The outlines of one's own by category: renamed, moved, removed, saved as SVG files, brought in from a folder. */
export const StencilsDialog = ({ onClose }: { readonly onClose: () => void }) => {
  const bench = useBenchHandle()
  const kept = useBench((state) => state.kept)
  const folder = useRef<HTMLInputElement>(null)
  const categories = [...new Set(kept.map(({ category }) => category))]
  const bringIn = (files: readonly File[]): void => {
    const drawings = files.filter(({ name }) => /\.svg$/i.test(name))
    if (drawings.length) openArtwork(bench, drawings)
  }
  return (
    <Dialog open onClose={onClose} aria-labelledby="stencils-title" fullWidth maxWidth="sm">
      <DialogTitle id="stencils-title">Your stencils</DialogTitle>
      <DialogContent>
        {!kept.length && (
          <p>
            Nothing is kept yet. Select a frame and choose “Keep this outline” under More in its card’s Stencil section,
            or bring in a folder of SVG files.
          </p>
        )}
        {categories.map((category) => (
          <section key={category} aria-label={category}>
            <div className={panel.row}>
              <h3 className={panel.grow}>{category}</h3>
              <RailButton
                framed
                label={`Save ${category} as SVG files in a zip`}
                onPress={() => saveAs(categoryUrl(category), `${category}.zip`)}
              >
                Save as SVG
              </RailButton>
            </div>
            <ul className={panel.list}>
              {kept
                .filter((one) => one.category === category)
                .map((one) => (
                  <Row key={one.id} one={one} categories={categories} onClose={onClose} />
                ))}
            </ul>
          </section>
        ))}
        <FilePick
          ref={folder}
          several
          folder
          accept=".svg,image/svg+xml"
          name="Folder of SVG files"
          onFiles={bringIn}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={() => folder.current?.click()}>Bring in a folder of SVG</Button>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  )
}
