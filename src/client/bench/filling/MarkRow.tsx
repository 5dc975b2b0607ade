'use client'
import TextField from '@mui/material/TextField'
import type { FrameMark } from '@/core/document/marks'
import { isText } from '@/core/document/text'
import type { Frame } from '@/core/document/types'
import { POSTURES, WANTS_RANGE, type Opening, type Wants } from '@/core/template/wants'
import { Choice } from '@/client/parts/fields/Choice'
import { Tick } from '@/client/parts/fields/Tick'
import panel from '@/client/parts/Panel.module.css'

const ANY = 'any'
const POSTURE_WORDS = { any: 'Any shape', upright: 'Upright', wide: 'Wide', square: 'Square' } as const

/** A whole number of a range that was typed, or nothing. */
const typed = (text: string, { min, max }: { readonly min: number; readonly max: number }): number | undefined => {
  const value = Math.round(Number(text))
  return text.trim() !== '' && value >= min && value <= max ? value : undefined
}

/** Wants without what is not wanted. */
const tidy = (wants: { readonly [K in keyof Wants]: Wants[K] | undefined }): Wants =>
  Object.fromEntries(Object.entries(wants).filter(([, value]) => value !== undefined && value !== '')) as Wants // the same keys

const withWants = (opening: Opening, change: { readonly [K in keyof Wants]?: Wants[K] | undefined }): Opening => {
  const wants = tidy({ ...opening.wants, ...change })
  const { mayStayEmpty, alike } = opening
  return {
    ...(Object.keys(wants).length ? { wants } : {}),
    ...(mayStayEmpty ? { mayStayEmpty } : {}),
    ...(alike ? { alike } : {}),
  }
}

const marked = (opening: Opening, key: 'mayStayEmpty' | 'alike', on: boolean): Opening => {
  const rest: { -readonly [K in keyof Opening]: Opening[K] } = { ...opening }
  delete rest[key]
  return on ? { ...rest, [key]: true } : rest
}

/** What an opening wants: as data for the assignment, and in words for people. */
const OpeningFields = ({ mark, onMark }: { readonly mark: FrameMark; readonly onMark: (mark: FrameMark) => void }) => {
  const { opening } = mark
  if (!opening) return null
  const { wants } = opening
  const put = (next: Opening): void => onMark({ ...mark, opening: next })
  return (
    <div className={panel.fields}>
      <TextField
        label="Hint"
        placeholder="portrait, face in the upper third"
        value={mark.hint}
        onChange={(event) => onMark({ ...mark, hint: event.target.value.slice(0, 200) })}
      />
      <Choice
        label=""
        name="Shape that is wanted"
        value={wants?.posture ?? ANY}
        options={[ANY, ...POSTURES].map((each) => [each, POSTURE_WORDS[each as keyof typeof POSTURE_WORDS]] as const)}
        onChoice={(each) => put(withWants(opening, { posture: POSTURES.find((one) => one === each) }))}
      />
      <TextField
        label="Tag"
        value={wants?.tag ?? ''}
        onChange={(event) => put(withWants(opening, { tag: event.target.value.slice(0, 60) || undefined }))}
      />
      <TextField
        label="Eye line, % from the top"
        value={wants?.line === undefined ? '' : String(Math.round(wants.line * 100))}
        onChange={(event) => {
          const percent = typed(event.target.value, { min: 0, max: 100 })
          put(withWants(opening, { line: percent === undefined ? undefined : percent / 100 }))
        }}
      />
      <TextField
        label="Least pixels"
        value={wants?.pixels ?? ''}
        onChange={(event) => put(withWants(opening, { pixels: typed(event.target.value, WANTS_RANGE.pixels) }))}
      />
      <Tick isOn={opening.mayStayEmpty === true} onChange={(on) => put(marked(opening, 'mayStayEmpty', on))}>
        May stay empty
      </Tick>
      <Tick isOn={opening.alike === true} onChange={(on) => put(marked(opening, 'alike', on))}>
        Shows the same as others of its name
      </Tick>
    </div>
  )
}

/** One frame or text of a sheet, and what it is in the template. */
export const MarkRow = ({
  frame,
  mark,
  onMark,
}: {
  readonly frame: Frame
  readonly mark: FrameMark
  readonly onMark: (mark: FrameMark) => void
}) => (
  <div role="group" aria-label={frame.name} style={{ padding: '3px 0' }}>
    {isText(frame) ? (
      <div className={panel.row}>
        <Tick
          isOn={mark.field !== null}
          onChange={(on) => onMark({ ...mark, field: on ? {} : null })}
        >{`${frame.name}: a text to be written`}</Tick>
        {mark.field && (
          <TextField
            label="Most letters"
            value={mark.field.longest ?? ''}
            onChange={(event) => {
              const longest = typed(event.target.value, WANTS_RANGE.longest)
              onMark({ ...mark, field: longest === undefined ? {} : { longest } })
            }}
            sx={{ width: 120 }}
          />
        )}
      </div>
    ) : (
      <Tick
        isOn={mark.opening !== null}
        onChange={(on) => onMark({ ...mark, opening: on ? {} : null })}
      >{`${frame.name}: an opening for a picture`}</Tick>
    )}
    <OpeningFields mark={mark} onMark={onMark} />
  </div>
)
