'use client'
'use memo'
import { seenPart } from '@/client/store/slots'
import { BLENDS } from '@/core/colour/blend'
import { differenceOf, finishUses, layersOf, namedOf, shownFinish } from '@/core/document/finish'
import type { FinishLayer } from '@/core/finish/layers'
import type { Frame, Item, NamedFinish } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { BLEND_WORDS, layerName, layerSwatch } from '@/client/bench/finish/finishWords'
import { EdgeFields } from '@/client/bench/finish/EdgeFields'
import { LayerList } from '@/client/bench/finish/LayerList'
import { CommandButton } from '@/client/commands/CommandButton'
import { CommandRow } from '@/client/commands/CommandRow'
import { Choice } from '@/client/parts/fields/Choice'
import { OneOf } from '@/client/parts/OneOf'
import { Section } from '@/client/parts/Section'
import { SlideField } from '@/client/parts/fields/SlideField'
import { cardProject, shownProject } from '@/client/store/benchStore'
import { mixing } from '@/client/store/finishes'
import styles from '@/client/parts/Panel.module.css'
import own from '@/client/bench/finish/Finish.module.css'
import { setFinishScope } from '@/client/store/slices/card'
import { slideValue, settleValue } from '@/client/store/recording'

/** The named finish in use: for whom changes are, and what differs here. */
const Shared = ({ named, item }: { readonly named: NamedFinish; readonly item: Item }) => {
  const bench = useBenchHandle()
  const project = useBench(cardProject)
  const scope = useBench((state) => state.finishScope)
  const uses = finishUses(project, named.id).length
  const difference = differenceOf(project, item)
  return (
    <div className={styles.shared} role="group" aria-label="Named finish">
      <div className={styles.row}>
        <strong className={styles.grow}>{named.name}</strong>
        <CommandButton framed id="detachFinish">
          Stop sharing
        </CommandButton>
      </div>
      <div className={styles.row}>
        <span>Changes</span>
        <OneOf
          name="Whom changes are for"
          value={scope}
          options={[
            ['here', 'only here', 'Changes are for what is selected'],
            ['all', `all ${uses}`, `Changes are for all ${uses} that use this finish`],
          ]}
          onChoice={(next) => setFinishScope(bench, next)}
        />
      </div>
      {difference && (
        <div className={styles.row}>
          <span className={`${own.differs} ${styles.grow}`}>Differs here</span>
          <CommandButton framed id="finishBack">
            Set back
          </CommandButton>
          <CommandButton framed id="finishForAll">
            For all
          </CommandButton>
        </div>
      )}
    </div>
  )
}

const Mixing = ({ item }: { readonly item: Item }) => {
  const bench = useBenchHandle()
  const project = useBench(cardProject)
  const { opacity, blend } = shownFinish(project, item)
  return (
    <>
      <SlideField
        label="Opacity"
        name="Opacity of the whole"
        value={opacity}
        min={0}
        max={1}
        step={0.01}
        onSlide={(value) => slideValue(bench, 'opacity', 'Opacity', mixing(bench), { opacity: value })}
        onSettle={() => bench.endBurst()}
        onValue={(value) => settleValue(bench, 'Opacity', mixing(bench), { opacity: value })}
      />
      <Choice
        label="Blend"
        name="Blend mode"
        value={blend}
        options={BLENDS.map((each) => [each, BLEND_WORDS[each]] as const)}
        onChoice={(next) => settleValue(bench, 'Blend', mixing(bench), { blend: next })}
      />
    </>
  )
}

/** The finish on one line: its name, and a swatch for each layer. */
const Says = ({ named, layers }: { readonly named: NamedFinish | null; readonly layers: readonly FinishLayer[] }) => {
  const slots = useBench((state) => shownProject(state).slots)
  return (
    <>
      {named?.name ?? (layers.length ? '' : 'none yet')}{' '}
      {layers.toReversed().map((one) => (
        <span
          key={one.id}
          className={own.swatch}
          style={{ background: layerSwatch(seenPart(one, slots)) }}
          title={layerName(one)}
        />
      ))}
    </>
  )
}

interface FinishProps {
  readonly items: readonly Item[]
  /** The one frame whose edge is worked on beside; null for others. */
  readonly edgeOf?: Frame | null
}

/** The finish of what is selected: layers, a name, opacity and blend, and how its edge fades. */
export const FinishSection = ({ items, edgeOf = null }: FinishProps) => {
  const project = useBench(cardProject)
  const [item] = items
  if (!item) return null
  const named = namedOf(project, item)
  const layers = layersOf(project, item)
  return (
    <Section name="Finish" says={<Says named={named} layers={layers} />}>
      <CommandRow
        name="Finish"
        ids={['add-stroke', 'add-shadow', 'add-glow']}
        more={['add-copy', 'add-relief', 'nameFinish', 'copyFinish', 'pasteFinish', 'clearFinish']}
      />
      {named && <Shared named={named} item={item} />}
      <LayerList item={item} layers={layers} difference={differenceOf(project, item)} />
      <Mixing item={item} />
      {edgeOf && <EdgeFields frame={edgeOf} />}
    </Section>
  )
}
