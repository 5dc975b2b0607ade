import { slotRef, type ColourRef, type Slot, type SlotRef } from '@/core/colour/slots'
import { newFrame, newSheet, type NewSheet } from '@/core/document/create'
import { addFrame } from '@/core/document/edits/frames'
import { placePicture } from '@/core/document/edits/fills'
import { putLayer } from '@/core/document/edits/finishes'
import { addSlot } from '@/core/document/edits/slots'
import { addSheet, setBackground } from '@/core/document/edits/sheets'
import { addText } from '@/core/document/edits/texts'
import { newText } from '@/core/document/text'
import type { Project } from '@/core/document/types'
import { newLayer } from '@/core/finish/layers'
import { FIRST_LAYOUT, type LookRun, type TextLayout } from '@/core/text/block'
import { toPoints } from '@/core/units'
import type { DemoFaces } from './faces'

const SHEET = 'sheet-2'
const mm = (value: number): number => toPoints(value, 'mm', 300)

/** Colours of the card by name: all of the back changes with them. */
const COLOURS: readonly Slot[] = [
  { id: 'paper', name: 'Paper', colour: '#f5efe0' },
  { id: 'ink', name: 'Ink', colour: '#22282b' },
  { id: 'damson', name: 'Damson', colour: '#8e2a5b' },
  { id: 'seaweed', name: 'Seaweed', colour: '#2c6e63' },
]
const [PAPER, INK, DAMSON, SEAWEED] = COLOURS.map(({ id }) => slotRef(id)) as [SlotRef, SlotRef, SlotRef, SlotRef]

/** Typefaces that the message is set in. */
export const MESSAGE_FACES = ['lora', 'lora-bold', 'kalam-bold'] as const

interface Stretch {
  readonly text: string
  readonly faceId: (typeof MESSAGE_FACES)[number]
  readonly size: number
  readonly colour?: ColourRef
}

interface Block {
  readonly id: string
  readonly box: readonly [number, number, number, number]
  readonly stretches: readonly Stretch[]
  readonly layout?: Partial<TextLayout>
}

const BODY = 12
const BLOCKS: readonly Block[] = [
  {
    id: 'greeting',
    box: [12, 12, 90, 22],
    stretches: [{ text: 'Greetings from\nthe Gull Steps', faceId: 'lora-bold', size: 22, colour: DAMSON }],
    layout: { leading: 1.1, paragraphGap: 0, stand: 'middle' },
  },
  {
    id: 'message',
    box: [12, 38, 90, 62],
    stretches: [
      { text: 'Dear Ode,\nthe wind turned at noon, and by one o’clock there were ', faceId: 'lora', size: BODY },
      { text: 'forty-one kites', faceId: 'lora-bold', size: BODY, colour: DAMSON },
      {
        text: ' over Lanternhead. Tamsel’s long-tailed one went up first and came down last.\nThe Skyline Loft keeps a spool for you: come before the week is out, there is tea on the steps every day at four.',
        faceId: 'lora',
        size: BODY,
      },
    ],
    layout: { leading: 1.35 },
  },
  {
    id: 'signature',
    box: [12, 102, 90, 14],
    stretches: [{ text: 'Brannoch & Wivvy', faceId: 'kalam-bold', size: 18, colour: SEAWEED }],
    layout: { align: 'right', stand: 'middle' },
  },
]

const withBlock = (project: Project, faces: DemoFaces, { id, box, stretches, layout }: Block): Project => {
  const [x, y, w, h] = box.map(mm) as [number, number, number, number]
  const text = stretches.map((stretch) => stretch.text).join('')
  const looks = stretches.map(({ text: said, faceId, size, colour }): LookRun => ({
    face: faces.ref(faceId),
    size,
    length: said.length,
    ...(colour === undefined ? {} : { colour }),
  }))
  const { runs, drawings } = faces.text(text, looks)
  const stencil = { kind: 'text', text, runs, drawings, ...FIRST_LAYOUT, ...layout } as const
  const frame = newText(id, stencil, { cx: x + w / 2, cy: y + h / 2, w, h }, INK)
  return addText(project, { sheetId: SHEET, frame })
}

/** The back of the keepsake: a message of three texts beside a picture. */
export const withMessage = (project: Project, of: NewSheet, faces: DemoFaces): Project => {
  const coloured = COLOURS.reduce((now, slot) => addSlot(now, { slot }), project)
  let next = addSheet(coloured, { sheet: newSheet(SHEET, 'Message', of), after: project.order.at(-1) ?? null })
  next = setBackground(next, { sheetId: SHEET, background: { kind: 'colour', colour: PAPER } })
  const arch = newFrame(
    'arch',
    { kind: 'arch', rise: 0.5, head: 'round' },
    { cx: mm(140), cy: mm(63.5), w: mm(58), h: mm(103) },
    'Picture of the light',
  )
  next = placePicture(addFrame(next, { sheetId: SHEET, frame: arch }), {
    sheetId: SHEET,
    frameId: 'arch',
    pictureId: 'lighthouse-late',
  })
  const shadow = newLayer('shadow', 'l-shadow', mm(1.2))
  next = putLayer(next, { sheetId: SHEET, ids: ['arch'], layer: shadow })
  return BLOCKS.reduce((now, block) => withBlock(now, faces, block), next)
}
