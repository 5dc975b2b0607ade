'use client'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import OutlinedInput from '@mui/material/OutlinedInput'
import Stack from '@mui/material/Stack'
import { RANGE } from '@/core/tolerance'
import type { HeldOpenings } from '@/client/bench/openings/useOpenings'
import panel from '@/client/parts/Panel.module.css'
import styles from '@/client/parts/ArtPanes.module.css'

const words = ({ openings, isLooking, left, choice }: HeldOpenings): string => {
  if (isLooking) return 'Looking for openings…'
  if (left > 0) return `The ${openings.length} largest openings; ${left} more are too many to be made at once.`
  if (openings.length) return `${openings.filter(({ isKept }) => isKept).length} of ${openings.length} openings`
  if (choice.by === 'colour')
    return choice.points.length ? 'Nothing large enough has this colour.' : 'No colour chosen yet.'
  return 'Nothing of this picture is transparent. Are its holes of a plain colour?'
}

/** The openings by number and name, to be kept, dropped, named and joined. */
export const OpeningsList = ({ held }: { readonly held: HeldOpenings }) => {
  const kept = held.openings.filter(({ isKept }) => isKept).length
  return (
    <div>
      <div className={panel.row}>
        <strong className={panel.grow} role="status">
          {words(held)}
        </strong>
        <Button size="small" disabled={kept < 2} onClick={held.join}>
          Join
        </Button>
      </div>
      {held.openings.length > 0 && (
        <div className={styles.parts}>
          {held.openings.map(({ name, isKept }, i) => (
            <Stack key={i} direction="row" spacing={0.5} sx={{ alignItems: 'center', py: 0.25 }}>
              <Checkbox
                checked={isKept}
                onChange={() => held.toggle(i)}
                slotProps={{ input: { 'aria-label': `Keep opening ${i + 1}` } }}
              />
              <span className={panel.kind}>{i + 1}</span>
              <OutlinedInput
                margin="dense"
                fullWidth
                value={name}
                inputProps={{
                  'aria-label': `Name of opening ${i + 1}`,
                  maxLength: RANGE.nameLength,
                  style: { textAlign: 'left' },
                }}
                onChange={({ target }) => held.rename(i, target.value)}
              />
            </Stack>
          ))}
        </div>
      )}
    </div>
  )
}
