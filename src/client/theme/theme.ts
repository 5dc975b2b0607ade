'use client'
import { createTheme } from '@mui/material/styles'
import { MARK, ROOM } from '@/client/theme/colours'
import { buttons } from '@/client/theme/buttons'
import { fields } from '@/client/theme/fields'
import { tiles } from '@/client/theme/tiles'
import { surfaces } from '@/client/theme/surfaces'

const FACE = '"Instrument Sans", system-ui, sans-serif'

const scheme = (room: (typeof ROOM)['light' | 'dark']) => ({
  palette: {
    primary: { main: room.plum, contrastText: room.onPlum },
    secondary: { main: room.moss, contrastText: room.onMoss },
    error: { main: room.fault },
    warning: { main: room.caution },
    text: { primary: room.ink, secondary: room.inkSoft },
    background: { default: room.table, paper: room.panel },
    divider: room.rule,
  },
  room,
  mark: MARK,
})

/** A print room: warm paper, dark ink, kraft, one strong colour for what moves. Dense, but nothing under 12 px. */
export const theme = createTheme({
  cssVariables: { cssVarPrefix: '' },
  colorSchemes: { light: scheme(ROOM.light), dark: scheme(ROOM.dark) },
  typography: {
    fontFamily: FACE,
    fontSize: 13,
    button: { textTransform: 'none', fontWeight: 600 },
    subtitle2: { fontSize: 14, fontWeight: 600, lineHeight: 1.35 },
    caption: { fontSize: 12 },
    brand: {
      fontFamily: "'Saira Stencil One', sans-serif",
      fontSize: 19,
      letterSpacing: '0.04em',
      color: 'var(--mark-brand)',
    },
  },
  shape: { borderRadius: 4 },
  transitions: { create: () => 'none' },
  components: { ...buttons, ...tiles, ...fields, ...surfaces },
})
