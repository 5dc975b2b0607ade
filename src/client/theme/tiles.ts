import type { Components, Theme } from '@mui/material/styles'

const chosen = {
  backgroundColor: 'var(--room-plumTint)',
  boxShadow: 'inset 0 0 0 3px var(--room-plum)',
} as const

const tile = {
  flex: 'none',
  flexDirection: 'column',
  minWidth: 0,
  padding: 0,
  color: 'inherit',
  fontWeight: 400,
  '&[aria-pressed="true"]': chosen,
  '& img': {
    display: 'block',
    objectFit: 'cover',
    borderRadius: 2,
    backgroundColor: 'var(--room-panelLow)',
    pointerEvents: 'none',
  },
} as const

const target = {
  flex: 1,
  flexWrap: 'wrap',
  justifyContent: 'flex-start',
  gap: '8px 14px',
  minHeight: 96,
  padding: '12px 18px',
  border: '2px dashed var(--room-field)',
  borderRadius: 8,
  backgroundColor: 'color-mix(in srgb, var(--room-panel) 92%, transparent)',
  color: 'var(--room-ink)',
  fontWeight: 400,
  textAlign: 'left',
  pointerEvents: 'auto',
  '&:hover, &[data-meant="true"]': { borderColor: 'var(--room-plum)', backgroundColor: 'var(--room-plumTint)' },
} as const

/** Buttons that show a picture, a colour, or a place to begin. */
export const TILES = [
  { props: { variant: 'tile' as const }, style: tile },
  {
    props: { variant: 'edged' as const },
    style: { ...tile, padding: '5px 5px 3px', border: '1px solid var(--room-rule)' },
  },
  {
    props: { variant: 'swatch' as const },
    style: {
      flex: 'none',
      width: 26,
      height: 26,
      minWidth: 0,
      padding: 0,
      border: '1px solid var(--room-field)',
      '&[aria-pressed="true"]': { boxShadow: '0 0 0 1px var(--room-panel), 0 0 0 3px var(--room-ink)' },
    },
  },
  { props: { variant: 'target' as const }, style: target },
]

export const tiles: Components<Theme> = {
  MuiBadge: {
    defaultProps: { color: 'secondary', max: 9999 },
    styleOverrides: { badge: { top: 11, right: 12, height: 18, minWidth: 18, fontSize: 12 } },
  },
  MuiAppBar: {
    defaultProps: { elevation: 0, position: 'static', color: 'transparent' },
    styleOverrides: {
      root: {
        gridArea: 'bar',
        backgroundColor: 'var(--room-bar)',
        color: 'var(--mark-barInk)',
        '& .Mui-disabled': { color: 'var(--mark-barOff) !important' },
      },
    },
  },
  MuiToolbar: {
    defaultProps: { variant: 'dense', disableGutters: true },
    styleOverrides: { root: { gap: 10, minHeight: '48px !important', padding: '0 14px', whiteSpace: 'nowrap' } },
  },
  MuiPaper: {
    styleOverrides: {
      root: {
        variants: [
          {
            props: { variant: 'cluster' },
            style: {
              display: 'flex',
              alignItems: 'center',
              height: 30,
              border: '1px solid var(--mark-barLine)',
              backgroundColor: 'transparent',
              color: 'inherit',
            },
          },
        ],
      },
    },
  },
}
