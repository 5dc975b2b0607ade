'use client'
'use memo'
import ArrowDown from '@mui/icons-material/KeyboardArrowDown'
import ArrowUp from '@mui/icons-material/KeyboardArrowUp'
import ButtonBase from '@mui/material/ButtonBase'
import { later } from '@/client/parts/later'
import Close from '@mui/icons-material/Close'
import Visibility from '@mui/icons-material/Visibility'
import VisibilityOff from '@mui/icons-material/VisibilityOff'
import { layerDifference, type FinishDifference } from '@/core/document/finish'
import type { Item } from '@/core/document/types'
import type { FinishLayer } from '@/core/finish/layers'
import { useBench, useBenchHandle } from '@/client/binding/useBench'
import { seenPart } from '@/client/store/slots'
import { cardProject, shownProject } from '@/client/store/benchStore'
import { changeWords, layerName, layerSwatch } from '@/client/bench/finish/finishWords'
import { RailButton } from '@/client/parts/RailButton'
import { changeLayer, dropLayer, setBackSelected, shiftLayer } from '@/client/store/finishes'
import Typography from '@mui/material/Typography'
import panel from '@/client/parts/Panel.module.css'
import styles from '@/client/bench/finish/Finish.module.css'
import { openLayer } from '@/client/store/slices/card'

// The values of layers come when one is first opened.
const LayerFields = later(() => import('@/client/bench/finish/LayerFields').then((m) => m.LayerFields))

interface LayerListProps {
  readonly item: Item
  readonly layers: readonly FinishLayer[]
  readonly difference: FinishDifference | null
}

interface RowProps {
  readonly layer: FinishLayer
  /** In a word; empty where it does not. */
  readonly differs: string
  /** Which of its values. */
  readonly values: string
}

const Row = ({ layer, differs, values }: RowProps) => {
  const bench = useBenchHandle()
  const isOpen = useBench((state) => state.openLayer === layer.id)
  const slots = useBench((state) => shownProject(state).slots)
  const name = layerName(layer)
  return (
    <li data-open={isOpen} data-layer={layer.kind}>
      <div className={panel.row}>
        <ButtonBase
          className={styles.open}
          data-off={layer.hidden === true}
          aria-expanded={isOpen}
          onClick={() => openLayer(bench, isOpen ? null : layer.id)}
        >
          <span className={styles.swatch} style={{ background: layerSwatch(seenPart(layer, slots)) }} />
          <Typography variant="caption" noWrap>
            {name}
          </Typography>
        </ButtonBase>
        {differs && (
          <RailButton
            label={`${name}: ${values ? `${values} ` : ''}${differs} here. Set back`}
            onPress={() => setBackSelected(bench, layer.id)}
          >
            <span className={styles.differs}>↺ {differs}</span>
          </RailButton>
        )}
        <RailButton label={`Move ${name} up`} onPress={() => shiftLayer(bench, layer.id, 1)}>
          <ArrowUp fontSize="inherit" />
        </RailButton>
        <RailButton label={`Move ${name} down`} onPress={() => shiftLayer(bench, layer.id, -1)}>
          <ArrowDown fontSize="inherit" />
        </RailButton>
        <RailButton
          label={layer.hidden ? `Show ${name}` : `Hide ${name}`}
          onPress={() => changeLayer(bench, { ...layer, hidden: !layer.hidden })}
        >
          {layer.hidden ? <VisibilityOff fontSize="inherit" /> : <Visibility fontSize="inherit" />}
        </RailButton>
        <RailButton label={`Remove ${name}`} onPress={() => dropLayer(bench, layer)}>
          <Close fontSize="inherit" />
        </RailButton>
      </div>
      {isOpen && (
        <div className={panel.column} role="group" aria-label={name}>
          <LayerFields layer={layer} />
        </div>
      )}
    </li>
  )
}

/** The layers of a finish, the topmost first; one of them open for its values. */
export const LayerList = ({ item, layers, difference }: LayerListProps) => {
  const project = useBench(cardProject)
  if (!layers.length) return null
  const differs = (id: string): string =>
    difference?.changed.includes(id) ? 'changed' : difference?.added.includes(id) ? 'added' : ''
  const valuesOf = (id: string): string => {
    const change = difference ? layerDifference(project, item, id) : null
    return change ? changeWords(change) : ''
  }
  return (
    <ul className={`${panel.list} ${styles.layers}`} aria-label="Layers of the finish, the topmost first">
      {layers.toReversed().map((layer) => (
        <Row key={layer.id} layer={layer} differs={differs(layer.id)} values={valuesOf(layer.id)} />
      ))}
    </ul>
  )
}
