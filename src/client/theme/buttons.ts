import { TILES } from '@/client/theme/tiles'
import type { Components, Theme } from '@mui/material/styles'

/** As high as a finger is wide, where fingers are what points. */
export const COARSE = '@media (pointer: coarse)'

const ink = { color: 'var(--room-ink)', fontWeight: 400, minWidth: 0, lineHeight: 1.3, whiteSpace: 'nowrap' } as const
const hover = { backgroundColor: 'color-mix(in srgb, var(--room-ink) 9%, transparent)' } as const
const off = { color: 'var(--room-inkSoft)', opacity: 0.75 } as const
const forFinger = { [COARSE]: { minHeight: 44, minWidth: 44 } } as const

const quiet = {
  ...ink,
  height: 30,
  flexShrink: 0,
  fontSize: 13,
  padding: '0 5px',
  gap: 4,
  '&:hover': hover,
  '&.Mui-disabled': off,
} as const
const framed = {
  ...ink,
  height: 28,
  padding: '0 8px',
  gap: 4,
  fontSize: 12,
  border: '1px solid var(--room-rule)',
  '&:hover': hover,
  '&.Mui-disabled': off,
} as const

export const buttons: Components<Theme> = {
  MuiButtonBase: { defaultProps: { disableRipple: true }, styleOverrides: { root: { fontFamily: 'inherit' } } },
  MuiButton: {
    defaultProps: { disableElevation: true },
    styleOverrides: {
      root: {
        fontSize: 13,
        lineHeight: 1.4,
        padding: '5px 12px',
        ...forFinger,
        variants: [
          { props: { variant: 'quiet' }, style: quiet },
          { props: { variant: 'framed' }, style: framed },
          ...TILES,
          {
            props: { variant: 'command' },
            style: {
              ...framed,
              flex: '1 1 0',
              flexDirection: 'column',
              gap: 1,
              height: 46,
              padding: '2px 3px',
              // Five of them stand in the narrowest card, beside its scroll bar.
              letterSpacing: '-0.03em',
              '& svg': { fontSize: 18 },
            },
          },
        ],
      },
    },
  },
  MuiToggleButton: {
    styleOverrides: {
      root: {
        ...quiet,
        textTransform: 'none',
        border: 0,
        '&.Mui-disabled': { ...off, border: 0 },
        ...forFinger,
        '&.Mui-selected, &.Mui-selected:hover': { backgroundColor: 'var(--room-ink)', color: 'var(--room-panel)' },
        variants: [
          { props: { size: 'small' }, style: framed },
          {
            props: { color: 'primary' },
            style: {
              '&.Mui-selected, &.Mui-selected:hover': {
                backgroundColor: 'var(--room-plum)',
                color: 'var(--room-onPlum)',
              },
            },
          },
          {
            props: { color: 'secondary' },
            style: {
              '&.Mui-selected, &.Mui-selected:hover': {
                backgroundColor: 'var(--room-moss)',
                color: 'var(--room-onMoss)',
              },
            },
          },
        ],
      },
    },
  },
  MuiToggleButtonGroup: {
    defaultProps: { size: 'small', exclusive: true },
    styleOverrides: { root: { flexWrap: 'wrap' } },
  },
  MuiIconButton: {
    defaultProps: { size: 'small' },
    // No target is smaller than WCAG 2.2, 2.5.8, asks for.
    styleOverrides: {
      root: { borderRadius: 4, color: 'inherit', padding: 4, minWidth: 24, minHeight: 24, ...forFinger },
    },
  },
  MuiTab: {
    styleOverrides: {
      root: {
        minHeight: 30,
        minWidth: 0,
        padding: '0 14px',
        borderRadius: '4px 4px 0 0',
        fontWeight: 400,
        fontSize: 13,
        color: 'var(--room-ink)',
        '&.Mui-selected': { backgroundColor: 'var(--room-panel)', color: 'var(--room-ink)', fontWeight: 600 },
        [COARSE]: { minHeight: 44 },
      },
    },
  },
  MuiTabs: {
    styleOverrides: { root: { minHeight: 30 }, indicator: { top: 0, height: 3, backgroundColor: 'var(--room-moss)' } },
  },
  MuiChip: {
    defaultProps: { variant: 'outlined' },
    styleOverrides: { root: { height: 26, fontSize: 12 } },
  },
  MuiListItemButton: {
    styleOverrides: {
      root: {
        padding: '4px 10px',
        '&.Mui-selected, &.Mui-selected:hover': {
          backgroundColor: 'var(--room-plumTint)',
          borderColor: 'var(--room-plum)',
        },
      },
    },
  },
  MuiListItemIcon: { styleOverrides: { root: { minWidth: 34, color: 'inherit' } } },
  MuiListItemText: {
    styleOverrides: { root: { margin: 0 }, primary: { fontSize: 13 }, secondary: { fontSize: 12 } },
  },
  MuiTooltip: {
    defaultProps: { enterDelay: 500, enterNextDelay: 200, disableInteractive: true, arrow: true },
    styleOverrides: {
      tooltip: { fontSize: 12, lineHeight: 1.4, backgroundColor: 'var(--mark-ink)', color: 'var(--mark-barInk)' },
      arrow: { color: 'var(--mark-ink)' },
    },
  },
}
