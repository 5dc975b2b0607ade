'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import { useEffect, useRef, useState } from 'react'
import type { PictureAnswer } from '@/contract/api'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { Options, Parts, Preview } from '@/client/bench/dialogs/ArtParts'
import { CategoryField } from '@/client/parts/fields/CategoryField'
import {
  artWords,
  keepMade,
  likelyParts,
  madeOf,
  putOnSheet,
  putSoftMask,
  readArt,
  type Art,
  type ArtChoice,
  wordsOnLines,
} from '@/client/store/artwork'
import { isOpenRaster, sourceOfLayers, sourceOfRead } from '@/client/store/artSources'
import { openOpenings } from '@/client/store/slices/dialogs'
import type { OpeningsSource } from '@/client/store/state'
import { takeFiles } from '@/client/store/takeFiles'
import { addFiles } from '@/client/store/uploads'
import { Choice } from '@/client/parts/fields/Choice'
import { Fault } from '@/client/parts/Fault'
import { FilePick } from '@/client/parts/FilePick'
import panel from '@/client/parts/Panel.module.css'
import styles from '@/client/parts/ArtPanes.module.css'
import { putArtwork } from '@/client/store/slices/supplies'

interface Opened {
  readonly arts: readonly Art[]
  readonly faults: readonly string[]
}

/** Reads every file, one after another; what cannot be read is said and passed over. */
const useArt = (sources: readonly (File | PictureAnswer)[]): Opened & { readonly isReading: boolean } => {
  const bench = useBenchHandle()
  const [opened, setOpened] = useState<Opened>({ arts: [], faults: [] })
  const [isReading, setReading] = useState(sources.length > 0)
  useEffect(() => {
    let isHere = true
    const read = async (): Promise<void> => {
      const arts: Art[] = []
      const faults: string[] = []
      setReading(sources.length > 0)
      for (const source of sources) {
        try {
          arts.push(await readArt(bench, source))
        } catch (error) {
          faults.push(artWords(error))
        }
        if (!isHere) return
        setOpened({ arts: [...arts], faults: [...faults] })
      }
      setReading(false)
    }
    void read()
    return () => {
      isHere = false
    }
  }, [bench, sources])
  return { ...opened, isReading }
}

/** Stencils out of drawings and of pictures with transparency: which parts, as one or each, onto the sheet or kept. */
export const ArtworkDialog = ({ onClose }: { readonly onClose: () => void }) => {
  const bench = useBenchHandle()
  const sources = useBench((state) => state.artwork)
  const { arts, faults, isReading } = useArt(sources)
  const [at, setAt] = useState(0)
  const art = arts[at] ?? null
  return (
    <Dialog open onClose={onClose} aria-labelledby="artwork-title" fullWidth maxWidth="md">
      <DialogTitle id="artwork-title">Stencils from artwork</DialogTitle>
      {art ? (
        <ArtForm
          key={`${at}-${art.name}`}
          art={art}
          files={arts.map(({ name }) => name)}
          at={at}
          onAt={setAt}
          all={arts}
          faults={faults}
          onClose={onClose}
        />
      ) : (
        <ChooseFiles
          isReading={isReading}
          faults={faults}
          onFiles={(files) => {
            if (files.some(isOpenRaster)) takeFiles(bench, files, null)
            else putArtwork(bench, files)
          }}
          onClose={onClose}
        />
      )}
    </Dialog>
  )
}

const ChooseFiles = ({
  isReading,
  faults,
  onFiles,
  onClose,
}: {
  readonly isReading: boolean
  readonly faults: readonly string[]
  readonly onFiles: (files: readonly File[]) => void
  readonly onClose: () => void
}) => {
  const input = useRef<HTMLInputElement>(null)
  return (
    <>
      <DialogContent>
        {isReading ? (
          <p role="status">Reading…</p>
        ) : (
          <p>
            Choose SVG drawings, or PNG and WebP pictures with transparent parts. Outlines are taken from what a drawing
            fills and from its lines, or traced along the edge of what is transparent. Frames for the holes of art are
            made from the same files, and from layers: OpenRaster, or several pictures of one size.
          </p>
        )}
        {faults.map((fault) => (
          <Fault key={fault}>{fault}</Fault>
        ))}
        <FilePick
          ref={input}
          several
          accept=".svg,.ora,image/svg+xml,image/png,image/webp"
          name="Artwork files"
          onFiles={onFiles}
        />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={isReading} onClick={() => input.current?.click()}>
          Choose files
        </Button>
      </DialogActions>
    </>
  )
}

interface ArtFormProps {
  readonly art: Art
  readonly all: readonly Art[]
  readonly files: readonly string[]
  readonly at: number
  readonly onAt: (at: number) => void
  readonly faults: readonly string[]
  readonly onClose: () => void
}

const ArtForm = ({ art, all, files, at, onAt, faults, onClose }: ArtFormProps) => {
  const bench = useBenchHandle()
  const [chosen, setChosen] = useState<readonly number[]>(() => likelyParts(art))
  const onLines = wordsOnLines(art)
  const [choice, setChoice] = useState<ArtChoice>({ as: 'one', soft: false })
  const kept = useBench((state) => state.kept)
  const [category, setCategory] = useState(kept[0]?.category ?? 'Mine')
  const [fault, setFault] = useState<string | null>(null)
  const [isBusy, setBusy] = useState(false)
  const act = async (work: () => Promise<boolean>): Promise<void> => {
    setBusy(true)
    setFault(null)
    try {
      if (await work()) onClose()
    } catch (error) {
      setFault(artWords(error))
    } finally {
      setBusy(false)
    }
  }
  const onSheet = (): Promise<void> =>
    act(async () =>
      choice.soft ? putSoftMask(bench, art, chosen) : putOnSheet(bench, await madeOf(bench, art, chosen, choice)),
    )
  const keep = (): Promise<void> => act(async () => keepMade(bench, await madeOf(bench, art, chosen, choice), category))
  /** Of every file what is likely meant, each as one outline. */
  const keepFiles = (): Promise<void> =>
    act(async () => {
      const made = []
      for (const one of all) {
        const parts = likelyParts(one)
        if (parts.length) made.push(...(await madeOf(bench, one, parts, { as: 'one', soft: false })))
      }
      return keepMade(bench, made, category)
    })
  /** The holes, not the wall: goes on in the dialog of openings, with one file or with all as layers. */
  const holes = (read: () => Promise<OpeningsSource>): Promise<void> =>
    act(async () => {
      const source = await read()
      // Sending takes a while: who has closed this meanwhile wants no other dialog.
      if (bench.get().dialog !== 'artwork') return false
      onClose()
      openOpenings(bench, source)
      return false
    })
  const asPicture = (): void => {
    const files = bench.get().artwork.filter((one): one is File => one instanceof File)
    onClose()
    void addFiles(bench, files)
  }
  return (
    <>
      <DialogContent>
        <div className={styles.art}>
          <Preview
            art={art}
            chosen={chosen}
            onToggle={(i) => setChosen(chosen.includes(i) ? chosen.filter((one) => one !== i) : [...chosen, i])}
          />
          <div className={styles.options}>
            {files.length > 1 && (
              <Choice
                label="File"
                value={String(at)}
                options={files.map((name, i) => [String(i), name] as const)}
                onChoice={(next) => onAt(Number(next))}
              />
            )}
            <Parts art={art} chosen={chosen} onChosen={setChosen} />
            {onLines && <span className={panel.kind}>{onLines}</span>}
            <Options art={art} choice={choice} onChoice={setChoice} />
            <CategoryField categories={kept.map((one) => one.category)} value={category} onValue={setCategory} />
            {art.notes.map((note) => (
              <span key={note} className={panel.caution}>
                ▲ {note}
              </span>
            ))}
            {[...faults, ...(fault ? [fault] : [])].map((words) => (
              <Fault key={words}>{words}</Fault>
            ))}
          </div>
        </div>
      </DialogContent>
      <DialogActions>
        {bench.get().artwork.some((one) => one instanceof File) && (
          <Button onClick={asPicture} disabled={isBusy} sx={{ marginRight: 'auto' }}>
            Add as pictures instead
          </Button>
        )}
        {files.length > 1 && all.every(({ isTraced }) => isTraced) && (
          <Button onClick={() => void holes(() => sourceOfLayers(bench, all))} disabled={isBusy}>
            As layers of one art…
          </Button>
        )}
        <Button onClick={() => void holes(() => sourceOfRead(bench, art))} disabled={isBusy}>
          Frames for the holes…
        </Button>
        <Button onClick={onClose}>Cancel</Button>
        {files.length > 1 && (
          <Button onClick={() => void keepFiles()} disabled={isBusy}>
            Keep all {files.length} files
          </Button>
        )}
        <Button onClick={() => void keep()} disabled={isBusy || !chosen.length || choice.soft}>
          Keep
        </Button>
        <Button variant="contained" onClick={() => void onSheet()} disabled={isBusy || !chosen.length}>
          Put on the sheet
        </Button>
      </DialogActions>
    </>
  )
}
