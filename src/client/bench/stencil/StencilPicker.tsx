'use client'
'use memo'
import Popover from '@mui/material/Popover'
import { useState } from 'react'
import { isStencilFound, PRESET_GROUPS, PRESETS } from '@/core/stencil/presets'
import type { Stencil } from '@/core/stencil/stencil'
import { useBench } from '@/client/binding/useBench'
import { StencilIcon } from '@/client/parts/StencilIcon'
import { Search } from '@/client/parts/fields/Search'
import { Tile } from '@/client/parts/Tile'
import Box from '@mui/material/Box'
import panel from '@/client/parts/Panel.module.css'

interface PickerProps {
  readonly anchor: HTMLElement | null
  readonly onClose: () => void
  readonly onPick: (stencil: Stencil) => void
}

interface Offer {
  readonly key: string
  readonly name: string
  readonly stencil: Stencil
  readonly aspect: number
}

const Tiles = ({ title, tiles, onPick }: { title: string; tiles: readonly Offer[]; onPick: PickerProps['onPick'] }) =>
  tiles.length > 0 && (
    <section aria-label={title}>
      <h3 className={panel.kind}>{title}</h3>
      <div className={panel.wrap}>
        {tiles.map(({ key, name, stencil, aspect }) => (
          <Tile
            key={key}
            edged
            sx={{ width: 43, height: 42 }}
            aria-label={`Stencil: ${name}`}
            says={name}
            onClick={() => onPick(stencil)}
          >
            <StencilIcon stencil={stencil} aspect={aspect} width={34} height={30} />
          </Tile>
        ))}
      </div>
    </section>
  )

/** All stencils, those of one's own first, to choose one from. */
export const StencilPicker = ({ anchor, onClose, onPick }: PickerProps) => {
  const [search, setSearch] = useState('')
  const kept = useBench((state) => state.kept)
  const own = kept.filter(({ name, category }) => isStencilFound({ name, group: category, words: '' }, search))
  const found = PRESETS.filter((preset) => isStencilFound(preset, search))
  return (
    <Popover
      open={anchor !== null}
      anchorEl={anchor}
      onClose={onClose}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
    >
      <Box role="dialog" aria-label="Choose a stencil" sx={{ width: 368, maxHeight: 430, p: 1.75 }}>
        <Search
          name="Search stencils"
          placeholder={`Search ${PRESETS.length + kept.length} stencils`}
          value={search}
          autoFocus
          onValue={setSearch}
        />
        <Tiles
          title="Your own"
          onPick={onPick}
          tiles={own.map(({ id, name, stencil, aspect }) => ({ key: id, name, stencil, aspect }))}
        />
        {PRESET_GROUPS.map((group) => (
          <Tiles
            key={group}
            title={group}
            onPick={onPick}
            tiles={found
              .filter((preset) => preset.group === group)
              .map(({ name, stencil, aspect }) => ({ key: name, name, stencil, aspect }))}
          />
        ))}
        {!own.length && !found.length && <p>No stencil is called “{search}”.</p>}
      </Box>
    </Popover>
  )
}
