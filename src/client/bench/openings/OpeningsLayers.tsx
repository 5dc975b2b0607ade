'use client'
import Typography from '@mui/material/Typography'
import type { HeldOpenings } from '@/client/bench/openings/useOpenings'
import type { ArtLayer, LayerUse } from '@/client/store/state'
import { Choice } from '@/client/parts/fields/Choice'
import { Tip } from '@/client/parts/Tip'
import panel from '@/client/parts/Panel.module.css'
import styles from '@/client/parts/ArtPanes.module.css'

const USES: readonly (readonly [LayerUse, string])[] = [
  ['art', 'Art'],
  ['opening', 'Opening'],
  ['none', 'Left out'],
]

const usesOf = ({ marked }: ArtLayer): typeof USES => (marked ? USES.filter(([use]) => use !== 'art') : USES)

/** The layers of art, the topmost first: each is art with openings, an opening by its own shape, or left out. */
export const OpeningsLayers = ({ held }: { readonly held: HeldOpenings }) => (
  <div className={styles.parts}>
    {held.layers
      .map((layer, i) => (
        <div className={panel.row} key={i}>
          <Tip says={layer.name} describes>
            <Typography variant="body2" noWrap className={panel.grow}>
              {layer.name}
            </Typography>
          </Tip>
          <div>
            <Choice
              label=""
              name={`What ${layer.name} is`}
              value={layer.use}
              options={usesOf(layer)}
              onChoice={(use) => held.setUse(i, use)}
            />
          </div>
        </div>
      ))
      .reverse()}
  </div>
)
