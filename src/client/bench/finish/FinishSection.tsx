'use client'
import { BLENDS } from '@/core/colour/blend'
import { LAYER_KINDS } from '@/core/finish/layers'
import { differenceOf, finishUses, layersOf, namedOf, shownFinish } from '@/core/document/finish'
import type { Item, NamedFinish } from '@/core/document/types'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { BLEND_WORDS, LAYER_WORDS } from '@/client/bench/finish/finishWords'
import { LayerList } from '@/client/bench/finish/LayerList'
import { Choice } from '@/client/parts/Choice'
import { RailButton } from '@/client/parts/RailButton'
import { Section } from '@/client/parts/Section'
import { SlideField } from '@/client/parts/SlideField'
import { shownProject } from '@/client/store/benchStore'
import { mixing } from '@/client/store/finishes'
import styles from '@/client/parts/Panel.module.css'
import own from '@/client/bench/finish/Finish.module.css'
import { setFinishScope } from '@/client/store/slices/card'
import { slideValue, settleValue } from '@/client/store/recording'
import { CommandButton } from '@/client/commands/CommandButton'

interface FinishProps {
  readonly items: readonly Item[]
  readonly step: number
}

/** The named finish in use: for whom changes are, and what differs here. */
const Shared = ({ named, item }: { readonly named: NamedFinish; readonly item: Item }) => {
  const bench = useBenchHandle()
  const project = useBench(shownProject)
  const scope = useBench((state) => state.finishScope)
  const uses = finishUses(project, named.id).length
  const difference = differenceOf(project, item)
  return (
    <div className={styles.shared} role="group" aria-label="Named finish">
      <div className={styles.row} style={{ marginTop: 0 }}>
        <strong style={{ flex: 1, minWidth: 0, overflow: 'hidden', textOverflow: 'ellipsis' }}>{named.name}</strong>
        <CommandButton framed id="detachFinish">
          Detach
        </CommandButton>
      </div>
      <div className={styles.row}>
        <span>Changes</span>
        <RailButton
          framed
          label="Changes are for what is selected"
          pressed={scope === 'here'}
          onPress={() => setFinishScope(bench, 'here')}
        >
          only here
        </RailButton>
        <RailButton
          framed
          label={`Changes are for all ${uses} that use this finish`}
          pressed={scope === 'all'}
          onPress={() => setFinishScope(bench, 'all')}
        >
          all {uses}
        </RailButton>
      </div>
      {difference && (
        <div className={styles.row}>
          <span className={own.differs} style={{ flex: 1 }}>
            Differs here
          </span>
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
  const project = useBench(shownProject)
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
      <div className={styles.row} style={{ marginTop: 0 }}>
        <Choice
          label="Mixes as"
          name="Blend mode"
          value={blend}
          options={BLENDS.map((each) => [each, BLEND_WORDS[each]] as const)}
          onChoice={(next) => settleValue(bench, 'Blend', mixing(bench), { blend: next })}
        />
      </div>
    </>
  )
}

/** The finish of what is selected: layers, a name, opacity and blend. */
export const FinishSection = ({ items, step }: FinishProps) => {
  const project = useBench(shownProject)
  const [item] = items
  if (!item) return null
  const named = namedOf(project, item)
  const layers = layersOf(project, item)
  return (
    <Section name="Finish" title="Finish" step={step} says={named?.name ?? (layers.length ? 'its own' : 'none yet')}>
      {named && <Shared named={named} item={item} />}
      <LayerList layers={layers} difference={differenceOf(project, item)} />
      <div className={`${styles.row} ${styles.wrap}`} role="group" aria-label="Add a layer">
        {LAYER_KINDS.map((kind) => (
          <CommandButton framed id={`add-${kind}`} label={`Add: ${LAYER_WORDS[kind].toLowerCase()}`} key={kind}>
            + {LAYER_WORDS[kind]}
          </CommandButton>
        ))}
      </div>
      <Mixing item={item} />
      <div className={`${styles.row} ${styles.wrap}`}>
        {layers.length > 0 && (
          <CommandButton framed id="nameFinish">
            Name…
          </CommandButton>
        )}
        <CommandButton framed id="copyFinish" label="Copy the finish">
          Copy
        </CommandButton>
        <CommandButton framed id="pasteFinish" label="Paste the finish copied last">
          Paste
        </CommandButton>
        {(layers.length > 0 || item.opacity !== undefined || item.blend) && (
          <CommandButton framed id="clearFinish" label="Take the finish off">
            Take off
          </CommandButton>
        )}
      </div>
    </Section>
  )
}
