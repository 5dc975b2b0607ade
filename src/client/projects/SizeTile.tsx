'use client'
import ListItemButton from '@mui/material/ListItemButton'
import ListItemIcon from '@mui/material/ListItemIcon'
import ListItemText from '@mui/material/ListItemText'
import type { SheetPreset } from '@/core/document/presets'
import styles from '@/client/projects/Projects.module.css'

const ICON = 24

interface SizeTileProps {
  readonly preset: SheetPreset
  readonly isChosen?: boolean
  readonly disabled?: boolean
  readonly onPress: () => void
}

/** A usual size of a sheet: its shape, name and measures. */
export const SizeTile = ({ preset, isChosen, disabled = false, onPress }: SizeTileProps) => {
  const scale = ICON / Math.max(preset.w, preset.h)
  return (
    <ListItemButton
      dense
      component="button"
      disabled={disabled}
      selected={isChosen ?? false}
      aria-pressed={isChosen}
      className={styles.size}
      onClick={onPress}
    >
      <ListItemIcon>
        <span className={styles.shape} style={{ width: preset.w * scale, height: preset.h * scale }} />
      </ListItemIcon>
      <ListItemText primary={preset.name} secondary={`${preset.w} × ${preset.h} ${preset.unit}`} />
    </ListItemButton>
  )
}
