'use client'
import { within } from '@/core/range'
import { FILM, FILM_FORMATS, type FilmFormat } from '@/core/film/plan'
import { Fault } from '@/client/parts/Fault'
import { Choice } from '@/client/parts/fields/Choice'
import { PlainField } from '@/client/parts/fields/LengthField'
import { Tick } from '@/client/parts/fields/Tick'
import { FILM_RANGE, type FilmChoice } from '@/client/store/filmChoice'
import panel from '@/client/parts/Panel.module.css'

const ABOUT: Readonly<Record<FilmFormat, string>> = {
  mp4: 'H.264, played everywhere.',
  webm: 'VP9. Small, and it can be clear where nothing lies.',
  gif: '256 colours a picture; for mails and old programs. Files grow large.',
  apng: 'Every picture without loss, clear where nothing lies. Files grow large.',
  webp: 'For web pages; at quality 100 without loss.',
  zip: 'Each picture as a PNG, numbered, for other programs.',
}

const FORMATS = FILM_FORMATS.map((format) => [format, FILM[format].name] as const)
const LOOPED: ReadonlySet<FilmFormat> = new Set(['gif', 'apng', 'webp'])
const GRADED: ReadonlySet<FilmFormat> = new Set(['mp4', 'webm', 'webp'])

interface FilmFieldsProps {
  readonly choice: FilmChoice
  /** This browser can encode it. */
  readonly isPossible: boolean
  readonly disabled: boolean
  readonly onChoice: (change: Partial<FilmChoice>) => void
}

/** What a film is made like: its format, its size, how quick, how good, how often. */
export const FilmFields = ({ choice, isPossible, disabled, onChoice }: FilmFieldsProps) => {
  const { format, rate, quality, loops, isClear } = choice
  const number = (key: 'side' | 'rate' | 'quality' | 'loops', name: string, value: number): void =>
    onChoice({ [key]: Math.round(within(name, value, FILM_RANGE[key])) })
  return (
    <>
      <div className={panel.row} style={{ marginTop: 10 }}>
        <Choice
          label="Format"
          value={format}
          options={FORMATS}
          disabled={disabled}
          onChoice={(next) => onChoice({ format: next })}
        />
        <PlainField
          label="Longer side"
          unit="px"
          value={choice.side}
          decimals={0}
          step={10}
          disabled={disabled}
          onValue={(value) => number('side', 'the longer side', value)}
        />
      </div>
      <p className={panel.kind}>{ABOUT[format]}</p>
      {!isPossible && (
        <Fault>{`This browser cannot encode ${FILM[format].name} at this size. Choose WebM, a smaller size, or the pictures in a zip.`}</Fault>
      )}
      <div className={panel.row}>
        <PlainField
          label="Pictures a second"
          value={rate}
          decimals={0}
          step={1}
          disabled={disabled}
          onValue={(value) => number('rate', 'pictures a second', value)}
        />
        {GRADED.has(format) && (
          <PlainField
            label="Quality"
            value={quality}
            decimals={0}
            step={5}
            disabled={disabled}
            onValue={(value) => number('quality', 'the quality', value)}
          />
        )}
        {LOOPED.has(format) && (
          <PlainField
            label="Plays"
            name="How often it plays, 0 for ever"
            unit={loops === 0 ? 'for ever' : '×'}
            value={loops}
            decimals={0}
            step={1}
            disabled={disabled}
            onValue={(value) => number('loops', 'how often it plays', value)}
          />
        )}
      </div>
      {FILM[format].hasAlpha && (
        <Tick isOn={isClear} disabled={disabled} onChange={(next) => onChoice({ isClear: next })}>
          Clear where sheets have no background
        </Tick>
      )}
    </>
  )
}
