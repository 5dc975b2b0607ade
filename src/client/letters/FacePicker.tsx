'use client'
import { useRef } from 'react'
import { FACE_KINDS, type FaceKind } from '@/core/lettering/face'
import type { FaceAnswer } from '@/contract/api'
import { FaceSample } from '@/client/letters/FaceSample'
import { Tile } from '@/client/parts/Tile'
import panel from '@/client/parts/Panel.module.css'

export const KIND_WORDS: Readonly<Record<FaceKind, string>> = {
  grotesque: 'Heavy grotesque',
  slab: 'Slab',
  rounded: 'Rounded',
  script: 'Script',
  display: 'Display',
  stencil: 'Stencil',
  reading: 'For reading',
  own: 'Yours',
}

/** Faces whose name or kind holds what is searched for. */
export const foundFaces = (faces: readonly FaceAnswer[], search: string): readonly FaceAnswer[] => {
  const wanted = search.trim().toLowerCase()
  return faces.filter(({ name, kind }) => `${name} ${KIND_WORDS[kind]}`.toLowerCase().includes(wanted))
}

interface FaceTileProps {
  readonly face: FaceAnswer
  readonly text: string
  readonly isChosen: boolean
  readonly onChoose: () => void
}

const FaceTile = ({ face, text, isChosen, onChoose }: FaceTileProps) => (
  <Tile
    data-supply
    edged
    isChosen={isChosen}
    says={`${face.name}, ${KIND_WORDS[face.kind]}`}
    aria-label={`${face.name}, ${KIND_WORDS[face.kind]}`}
    caption={face.name}
    onClick={onChoose}
  >
    <FaceSample faceId={face.id} text={text} width={116} height={44} />
  </Tile>
)

/** Arrows go from face to face. */
const moveFocus = (list: HTMLElement | null, from: Element, step: number): void => {
  const tiles = [...(list?.querySelectorAll<HTMLElement>('[data-supply]') ?? [])]
  tiles[tiles.indexOf(from as HTMLElement) + step]?.focus()
}

/** All typefaces by kind, each showing the person's own text. */
export const FacePicker = ({
  faces,
  text,
  chosen,
  first,
  onChoose,
}: {
  readonly faces: readonly FaceAnswer[]
  readonly text: string
  readonly chosen: string | null
  /** The kind that is shown first. */
  readonly first?: FaceKind | undefined
  readonly onChoose: (face: FaceAnswer) => void
}) => {
  const list = useRef<HTMLDivElement>(null)
  return (
    <div
      ref={list}
      onKeyDown={(event) => {
        const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
        if (step) moveFocus(list.current, event.target as Element, step)
      }}
    >
      {[...(first ? [first] : []), ...FACE_KINDS.filter((kind) => kind !== first)].map((kind) => {
        const held = faces.filter((face) => face.kind === kind)
        return (
          held.length > 0 && (
            <section key={kind} aria-label={KIND_WORDS[kind]}>
              <h3 className={panel.kind}>{KIND_WORDS[kind]}</h3>
              <div className={panel.wrap}>
                {held.map((face) => (
                  <FaceTile
                    key={face.id}
                    face={face}
                    text={text}
                    isChosen={face.id === chosen}
                    onChoose={() => onChoose(face)}
                  />
                ))}
              </div>
            </section>
          )
        )
      })}
    </div>
  )
}
