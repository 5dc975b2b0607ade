'use client'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useRef, useState } from 'react'
import { useBenchHandle } from '@/client/binding/useBench'
import { shownKey } from '@/client/gestures/keys'
import { RailButton } from '@/client/parts/RailButton'
import { restackSelected } from '@/client/store/arrangement'
import { pastePlacement } from '@/client/store/clipboard'
import { selectAlike } from '@/client/store/selection'
import styles from '@/client/bench/Bench.module.css'

/** The rest of what can be done with what is selected, each with its key. */
export const MoreMenu = ({ noun }: { readonly noun: string }) => {
  const bench = useBenchHandle()
  const mark = useRef<HTMLSpanElement>(null)
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const entries: readonly (readonly [string, string, () => void])[] = [
    ['One forward', 'forward', () => restackSelected(bench, 'forward')],
    ['One back', 'back', () => restackSelected(bench, 'back')],
    ['To the front', 'front', () => restackSelected(bench, 'front')],
    ['To the rear', 'rear', () => restackSelected(bench, 'rear')],
    ['Select all of the same stencil', 'alike', () => selectAlike(bench, 'stencil')],
    ['Select all of the same size', '', () => selectAlike(bench, 'size')],
    ['Select all of the same finish', '', () => selectAlike(bench, 'finish')],
    ['Select all empty frames', 'empty', () => selectAlike(bench, 'empty')],
    ['Paste only the placement copied last', 'placement', () => pastePlacement(bench)],
  ]
  return (
    <>
      <RailButton framed label={`More to do with the ${noun}`} onPress={() => setAnchor(mark.current)}>
        <span ref={mark}>⋯</span>
      </RailButton>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {entries.map(([words, id, act]) => (
          <MenuItem
            key={words}
            onClick={() => {
              setAnchor(null)
              act()
            }}
          >
            <span style={{ flex: 1, paddingRight: 20 }}>{words}</span>
            {id && <span className={styles.cap}>{shownKey(id)}</span>}
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}
