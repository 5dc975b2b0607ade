'use client'
import Letters from '@mui/icons-material/TextFields'
import Pictures from '@mui/icons-material/ImageOutlined'
import Templates from '@mui/icons-material/DashboardCustomizeOutlined'
import Stencils from '@mui/icons-material/StarBorder'
import ListItemText from '@mui/material/ListItemText'
import Button from '@mui/material/Button'
import { useRef, useState, type ComponentType } from 'react'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { FilePick } from '@/client/parts/FilePick'
import { StencilIcon } from '@/client/parts/StencilIcon'
import { Tip } from '@/client/parts/Tip'
import { CommandButton } from '@/client/commands/CommandButton'
import { heldSheet } from '@/client/store/benchStore'
import { beginWithFiles, beginWithLetters, beginWithStencil } from '@/client/store/beginning'
import { showTab } from '@/client/store/slices/supplies'
import { carriedOf } from '@/client/store/modes'
import { usedStencils } from '@/client/store/stencilUse'
import panel from '@/client/parts/Panel.module.css'
import styles from '@/client/bench/begin/EmptySheet.module.css'

type Target = 'pictures' | 'stencil' | 'letters'

/** Which target what is carried is for. */
const useCarriedFor = (): Target | null =>
  useBench((state) => {
    const carried = carriedOf(state)
    if (!carried) return null
    return carried.kind === 'stencil' || carried.kind === 'ready'
      ? 'stencil'
      : carried.kind === 'text'
        ? 'letters'
        : 'pictures'
  })

const Words = ({
  icon: Icon,
  title,
  words,
}: {
  readonly icon: ComponentType<{ readonly fontSize: 'large' }>
  readonly title: string
  readonly words: string
}) => (
  <>
    <Icon fontSize="large" />
    <ListItemText
      primary={title}
      secondary={words}
      slotProps={{ primary: { variant: 'subtitle2' }, secondary: { variant: 'body2' } }}
    />
  </>
)

const PicturesTarget = ({ isMeant }: { readonly isMeant: boolean }) => {
  const bench = useBenchHandle()
  const input = useRef<HTMLInputElement>(null)
  return (
    <>
      <Button variant="target" data-target="pictures" data-meant={isMeant} onClick={() => input.current?.click()}>
        <Words icon={Pictures} title="Pictures" words="Drop them here, paste, or press to choose files" />
      </Button>
      <FilePick
        ref={input}
        several
        accept="image/*,.svg,.ora"
        name="Pictures for the empty sheet"
        onFiles={(files) => beginWithFiles(bench, files)}
      />
    </>
  )
}

/** How many stencils stand on the target itself. */
const MOST = 6

const StencilTarget = ({ isMeant }: { readonly isMeant: boolean }) => {
  const bench = useBenchHandle()
  const kept = useBench((state) => state.kept)
  const [{ most }] = useState(() => usedStencils(kept))
  return (
    <Button
      variant="target"
      component="div"
      tabIndex={-1}
      data-target="stencil"
      data-meant={isMeant}
      role="group"
      aria-label="Begin with a stencil"
    >
      <Words icon={Stencils} title="A stencil" words="Press one, or drag one from below" />
      <span className={`${panel.row} ${styles.stencils}`}>
        {most.slice(0, MOST).map((one) => (
          <Tip key={one.name} says={`${one.name}: put it on the sheet, then choose its picture`}>
            <Button
              variant="quiet"
              sx={{ flex: 1, height: 38 }}
              aria-label={`Begin with: ${one.name}`}
              onClick={() => beginWithStencil(bench, one)}
            >
              <StencilIcon stencil={one.stencil} aspect={one.aspect} width={30} height={26} />
            </Button>
          </Tip>
        ))}
        <CommandButton framed id="allStencils">
          All
        </CommandButton>
      </span>
    </Button>
  )
}

const LettersTarget = ({ isMeant }: { readonly isMeant: boolean }) => {
  const bench = useBenchHandle()
  return (
    <Button variant="target" data-target="letters" data-meant={isMeant} onClick={() => void beginWithLetters(bench)}>
      <Words icon={Letters} title="Letters" words="Type a word, a picture in each letter" />
    </Button>
  )
}

const TemplateTarget = () => {
  const bench = useBenchHandle()
  return (
    <Button variant="target" data-target="template" onClick={() => showTab(bench, 'Templates')}>
      <Words icon={Templates} title="A template" words="Choose one below: it is filled, not built" />
    </Button>
  )
}

/** Four ways to begin, on the sheet itself while there is nothing on it: those for what can be dropped take it. */
export const EmptySheet = () => {
  const left = useBench((state) => state.view.x)
  const top = useBench((state) => state.view.y)
  const width = useBench((state) => heldSheet(state).size.w * state.view.scale)
  const height = useBench((state) => heldSheet(state).size.h * state.view.scale)
  const meant = useCarriedFor()
  return (
    <div className={styles.over}>
      <section
        className={styles.targets}
        data-wide={width > height * 1.5}
        style={{ left: left + width / 2, top: top + height / 2, width: width * 0.86 }}
        aria-label="Begin this sheet"
      >
        <PicturesTarget isMeant={meant === 'pictures'} />
        <StencilTarget isMeant={meant === 'stencil'} />
        <LettersTarget isMeant={meant === 'letters'} />
        <TemplateTarget />
      </section>
    </div>
  )
}
