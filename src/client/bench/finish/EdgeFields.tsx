'use client'
'use memo'
import { RANGE } from '@/core/tolerance'
import { holdsPicture } from '@/core/document/content'
import type { Frame } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { ColourField } from '@/client/parts/fields/ColourField'
import { LengthField } from '@/client/parts/fields/LengthField'
import { RailButton } from '@/client/parts/RailButton'
import { WHITE } from '@/client/store/colours'
import { SlideLength } from '@/client/parts/fields/SlideLength'
import { slideValue } from '@/client/store/recording'
import { usualLength } from '@/client/store/finishes'
import { backingColour, edgeOf, putEdge } from '@/client/store/frameFields'
import styles from '@/client/parts/Panel.module.css'

/** How a frame's edge fades, its own bleed, and what stands behind its picture. */
export const EdgeFields = ({ frame }: { readonly frame: Frame }) => {
  const bench = useBenchHandle()
  const sheetId = useBench((state) => state.sheetId)
  const usual = useBench(usualLength)
  const at = { sheetId, frameId: frame.id }
  return (
    <>
      <SlideLength
        label="Fading edge"
        points={frame.feather ?? 0}
        range={RANGE.feather}
        usual={usual}
        onSlide={(feather) => slideValue(bench, 'feather', 'Fading edge', edgeOf(at), { feather: feather || null })}
        onSettle={() => bench.endBurst()}
        onPoints={(feather) => putEdge(bench, 'Fading edge', at, { feather: feather || null })}
      />
      <div className={styles.row}>
        <LengthField
          label="Bleed"
          name="Own bleed"
          what="the bleed"
          range={RANGE.bleed}
          points={frame.bleed ?? 0}
          onPoints={(bleed) => putEdge(bench, 'Own bleed', at, { bleed: bleed || null })}
        />
      </div>
      {holdsPicture(frame.fill) && (
        <div className={styles.row}>
          <ColourField
            label="Behind"
            colour={frame.backing ?? null}
            first={WHITE}
            step="Colour behind the picture"
            record={backingColour(at)}
          />
          {frame.backing !== undefined && (
            <RailButton
              framed
              label="No colour behind the picture"
              onPress={() => putEdge(bench, 'No colour behind', at, { backing: null })}
            >
              None
            </RailButton>
          )}
        </div>
      )}
    </>
  )
}
