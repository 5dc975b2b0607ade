'use client'
'use memo'
import { placedIn } from '@/core/document/content'
import { filePicture } from '@/core/document/sheetPictures'
import { momentAt, type Clip } from '@/core/film/clip'
import { formatNumber } from '@/core/units'
import { RANGE } from '@/core/tolerance'
import { within } from '@/core/range'
import type { Frame } from '@/core/document/types'
import type { ClipChange } from '@/client/store/clips'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { SecondsField } from '@/client/bench/time/SecondsField'
import { CommandButton } from '@/client/commands/CommandButton'
import { PlainField } from '@/client/parts/fields/LengthField'
import { RailButton } from '@/client/parts/RailButton'
import { Section } from '@/client/parts/Section'
import { Tick } from '@/client/parts/fields/Tick'
import { cardProject, cardSheet } from '@/client/store/benchStore'
import { changeClip, chooseStill } from '@/client/store/clips'
import styles from '@/client/parts/Panel.module.css'

const SECONDS = 3

/** Lets stills show the moment that shows now; it alone follows what plays. */
const StillChoice = ({ pictureId, clip }: { readonly pictureId: string; readonly clip: Clip }) => {
  const bench = useBenchHandle()
  const at = useBench(({ time }) => (time === null ? clip.from : momentAt(clip, time)))
  const words = formatNumber(at, 2)
  return (
    <RailButton
      framed
      label={`Let stills, thumbnails and exports of pictures show the moment ${words} s of the clip`}
      onPress={() => void chooseStill(bench, pictureId, at)}
    >
      Still from {words} s
    </RailButton>
  )
}

/** How the clip of a frame plays: in numbers what the time line shows. */
export const ClipSection = ({ frame }: { readonly frame: Frame }) => {
  const bench = useBenchHandle()
  const project = useBench(cardProject)
  const sheet = useBench(cardSheet)
  const pictureId = placedIn(sheet, frame)?.pictureId ?? ''
  const clip = filePicture(project.pictures[pictureId])?.clip
  if (!clip) return null
  const { from, to, speed, delay, loops, still, duration } = clip
  const put = (step: string, change: ClipChange): void => changeClip(bench, pictureId, step, change)
  const moments = { min: 0, max: duration }
  const fits = `from 0 to ${formatNumber(duration, 2)} s, its length`
  return (
    <Section
      name="Clip"
      says={`${formatNumber(to - from, 2)} s${speed === 1 ? '' : `, ${formatNumber(speed, 2)} ×`}${loops ? ', again and again' : ''}`}
    >
      <div className={styles.row}>
        <CommandButton framed id="play">
          Play
        </CommandButton>
        <CommandButton framed id="stills">
          Stills
        </CommandButton>
        <Tick isOn={loops} onChange={(next) => put('Loop', { loops: next })}>
          again and again
        </Tick>
      </div>
      <div className={styles.row}>
        <SecondsField
          label="In"
          name="First moment that plays"
          value={from}
          range={moments}
          what="the first moment"
          fits={fits}
          decimals={SECONDS}
          onValue={(fromNow) => put('In of a clip', { from: fromNow })}
        />
        <SecondsField
          label="Out"
          name="Moment where it ends"
          value={to}
          range={moments}
          what="the end"
          fits={fits}
          decimals={SECONDS}
          onValue={(toNow) => put('Out of a clip', { to: toNow })}
        />
      </div>
      <div className={styles.row}>
        <PlainField
          label="Speed"
          unit="×"
          value={speed}
          decimals={2}
          step={0.25}
          onValue={(value) => put('Speed of a clip', { speed: within('the speed', value, RANGE.film.speed) })}
        />
        <SecondsField
          label="Delay"
          name="Seconds before it starts"
          value={delay}
          range={RANGE.film.delay}
          what="the delay"
          decimals={SECONDS}
          onValue={(delayNow) => put('Delay of a clip', { delay: delayNow })}
        />
      </div>
      <div className={styles.row}>
        <StillChoice pictureId={pictureId} clip={clip} />
        <span className={styles.kind}>Now {formatNumber(still, 2)} s</span>
      </div>
    </Section>
  )
}
