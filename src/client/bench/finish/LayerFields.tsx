'use client'
'use memo'
import type { ColourRef } from '@/core/colour/slots'
import { assertNever } from '@/core/failure'
import { directionOf, normalTurn } from '@/core/geometry/angle'
import { distance as distanceOf } from '@/core/geometry/vector'
import { applyVector, rotation } from '@/core/geometry/matrix'
import {
  JOINS,
  LAYER_RANGE,
  type Copy,
  type FinishLayer,
  type Glow,
  type Relief,
  type Shadow,
} from '@/core/finish/layers'
import { useBenchHandle } from '@/client/binding/useBench'
import { Choice } from '@/client/parts/fields/Choice'
import { ColourField } from '@/client/parts/fields/ColourField'
import { LengthField, PlainField } from '@/client/parts/fields/LengthField'
import { Tick } from '@/client/parts/fields/Tick'
import { SlideField } from '@/client/parts/fields/SlideField'
import { LayerLength } from '@/client/bench/finish/LayerLength'
import { JOIN_WORDS } from '@/client/bench/finish/finishWords'
import { StrokeFields } from '@/client/bench/finish/StrokeFields'
import { changeLayer, dragLayer, recordLayer } from '@/client/store/finishes'
import styles from '@/client/parts/Panel.module.css'

type Lengths = 'dx' | 'dy' | 'blur' | 'spread' | 'grow' | 'depth' | 'softness'

/** What each length is called, and the range it may have. */
const LENGTHS: Readonly<Record<Lengths, readonly [string, string, { readonly min: number; readonly max: number }]>> = {
  dx: ['Across', 'Offset across', LAYER_RANGE.offset],
  dy: ['Down', 'Offset down', LAYER_RANGE.offset],
  blur: ['Blur', 'Blur', LAYER_RANGE.blur],
  spread: ['Spread', 'Spread', LAYER_RANGE.spread],
  grow: ['Larger by', 'Larger by', LAYER_RANGE.grow],
  depth: ['Depth', 'Depth', LAYER_RANGE.depth],
  softness: ['Soft', 'Softness', LAYER_RANGE.softness],
}

interface FieldsProps<L extends FinishLayer = FinishLayer> {
  readonly layer: L
}

/** Lengths of a layer, one below another. */
const LengthRows = ({ layer, keys }: FieldsProps & { readonly keys: readonly Lengths[] }) =>
  keys.map((key) => {
    const [label, name, range] = LENGTHS[key]
    const points = (layer as unknown as Readonly<Record<Lengths, number>>)[key] // each caller names its own keys
    return (
      <LayerLength
        key={key}
        label={label}
        name={name}
        points={points}
        range={range}
        put={(value) => ({ ...layer, [key]: value })}
      />
    )
  })

const LayerColour = ({
  layer,
  label,
  colour,
  put,
}: {
  readonly layer: FinishLayer
  readonly label: string
  readonly colour: ColourRef
  readonly put: (colour: ColourRef) => FinishLayer
}) => {
  const bench = useBenchHandle()
  return (
    <ColourField
      label={label}
      isShort={layer.kind === 'relief'}
      colour={colour}
      step={`Change ${layer.kind}`}
      record={(project, next) => recordLayer(bench, project, put(next))}
    />
  )
}

/** An offset along the sheet, two lengths in a row. */
const Offset = ({ layer }: FieldsProps<Shadow | Copy>) => {
  const bench = useBenchHandle()
  return (
    <div className={styles.row}>
      {(['dx', 'dy'] as const).map((key) => {
        const [label, name, range] = LENGTHS[key]
        return (
          <LengthField
            key={key}
            label={label}
            points={layer[key]}
            name={name}
            range={range}
            onPoints={(value) => changeLayer(bench, { ...layer, [key]: value })}
          />
        )
      })}
    </div>
  )
}

/** The same offset as how far the shadow falls, and to where; 0° is to the right, 90° down. */
const Throw = ({ layer }: FieldsProps<Shadow>) => {
  const bench = useBenchHandle()
  const distance = distanceOf({ x: layer.dx, y: layer.dy }, { x: 0, y: 0 })
  const angle = distance ? directionOf({ x: layer.dx, y: layer.dy }) : 0
  const moved = (far: number, degrees: number): Shadow => {
    const { x, y } = applyVector(rotation(degrees), { x: far, y: 0 })
    return { ...layer, dx: x, dy: y }
  }
  return (
    <>
      <LayerLength
        label="Distance"
        points={distance}
        range={{ min: 0, max: LAYER_RANGE.offset.max }}
        put={(far) => moved(far, angle)}
      />
      <SlideField
        label="Angle"
        value={angle}
        min={-180}
        max={180}
        step={1}
        times={1}
        unit="°"
        onSlide={(degrees) => dragLayer(bench, moved(distance, degrees))}
        onSettle={() => bench.endBurst()}
        onValue={(degrees) => changeLayer(bench, moved(distance, degrees))}
      />
    </>
  )
}

const ShadowFields = ({ layer }: FieldsProps<Shadow>) => {
  const bench = useBenchHandle()
  return (
    <>
      <Offset layer={layer} />
      <Throw layer={layer} />
      <LengthRows layer={layer} keys={['blur', 'spread']} />
      <div className={styles.row}>
        <LayerColour layer={layer} label="Colour" colour={layer.colour} put={(colour) => ({ ...layer, colour })} />
        <Tick
          isOn={layer.inset}
          onChange={(inset) => changeLayer(bench, { ...layer, inset, at: inset ? 'over' : 'under' })}
        >
          within
        </Tick>
      </div>
    </>
  )
}

const GlowFields = ({ layer }: FieldsProps<Glow>) => {
  const bench = useBenchHandle()
  return (
    <>
      <div className={styles.row}>
        <Choice
          label="Direction"
          value={layer.side}
          options={[
            ['out', 'Outward'],
            ['in', 'Inward'],
          ]}
          onChoice={(side) => changeLayer(bench, { ...layer, side, at: side === 'in' ? 'over' : 'under' })}
        />
      </div>
      <LengthRows layer={layer} keys={['blur', 'spread']} />
      <div className={styles.row}>
        <LayerColour layer={layer} label="Colour" colour={layer.colour} put={(colour) => ({ ...layer, colour })} />
      </div>
    </>
  )
}

const CopyFields = ({ layer }: FieldsProps<Copy>) => {
  const bench = useBenchHandle()
  return (
    <>
      <Offset layer={layer} />
      <LengthRows layer={layer} keys={['grow']} />
      <div className={styles.row}>
        <LayerColour layer={layer} label="Colour" colour={layer.colour} put={(colour) => ({ ...layer, colour })} />
        <Choice
          label=""
          name="Corners of the copy"
          value={layer.join}
          options={JOINS.map((join) => [join, JOIN_WORDS[join]] as const)}
          onChoice={(join) => changeLayer(bench, { ...layer, join })}
        />
      </div>
    </>
  )
}

const ReliefFields = ({ layer }: FieldsProps<Relief>) => {
  const bench = useBenchHandle()
  return (
    <>
      <LengthRows layer={layer} keys={['depth', 'softness']} />
      <div className={styles.row}>
        <PlainField
          label="Light from"
          unit="°"
          decimals={0}
          value={layer.direction}
          onValue={(direction) => changeLayer(bench, { ...layer, direction: normalTurn(direction) })}
        />
      </div>
      <div className={styles.row}>
        <LayerColour layer={layer} label="Light" colour={layer.light} put={(light) => ({ ...layer, light })} />
        <LayerColour layer={layer} label="Shade" colour={layer.shade} put={(shade) => ({ ...layer, shade })} />
      </div>
    </>
  )
}

const KindFields = ({ layer }: FieldsProps) => {
  switch (layer.kind) {
    case 'stroke':
      return <StrokeFields layer={layer} />
    case 'shadow':
      return <ShadowFields layer={layer} />
    case 'glow':
      return <GlowFields layer={layer} />
    case 'copy':
      return <CopyFields layer={layer} />
    case 'relief':
      return <ReliefFields layer={layer} />
    default:
      return assertNever(layer)
  }
}

/** All values of one layer. */
export const LayerFields = ({ layer }: FieldsProps) => {
  const bench = useBenchHandle()
  return (
    <>
      <KindFields layer={layer} />
      <SlideField
        label="Opacity"
        name={`Opacity of the ${layer.kind}`}
        value={layer.opacity}
        min={0}
        max={1}
        step={0.01}
        onSlide={(opacity) => dragLayer(bench, { ...layer, opacity })}
        onSettle={() => bench.endBurst()}
        onValue={(opacity) => changeLayer(bench, { ...layer, opacity })}
      />
      <div className={styles.row}>
        <Choice
          label="Position"
          value={layer.at}
          options={[
            ['under', 'under the picture'],
            ['over', 'over the picture'],
          ]}
          onChoice={(at) => changeLayer(bench, { ...layer, at })}
        />
      </div>
    </>
  )
}
