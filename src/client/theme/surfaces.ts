import type { Components, Theme } from '@mui/material/styles'
import { COARSE } from '@/client/theme/buttons'

export const surfaces: Components<Theme> = {
  MuiAlert: { styleOverrides: { root: { fontSize: 13 } } },
  MuiAccordion: {
    defaultProps: { disableGutters: true, square: true, elevation: 0 },
    styleOverrides: {
      root: {
        backgroundColor: 'transparent',
        backgroundImage: 'none',
        borderTop: '1px solid var(--room-rule)',
        '&::before': { display: 'none' },
        '&.Mui-disabled': { backgroundColor: 'transparent' },
      },
      heading: { margin: 0, fontSize: 13 },
    },
  },
  MuiAccordionSummary: {
    styleOverrides: {
      root: {
        '--focus-offset': '-2px',
        minHeight: 31,
        padding: '0 10px 0 12px',
        fontWeight: 600,
        '&.Mui-disabled': { opacity: 0.75 },
        [COARSE]: { minHeight: 44 },
      },
      content: { alignItems: 'center', gap: 8, minWidth: 0, margin: 0 },
      expandIconWrapper: { color: 'var(--room-inkSoft)' },
    },
  },
  MuiAccordionDetails: {
    styleOverrides: { root: { display: 'flex', flexDirection: 'column', gap: 6, padding: '0 12px 9px' } },
  },
  MuiAvatar: {
    styleOverrides: {
      rounded: {
        width: 19,
        height: 19,
        borderRadius: 3,
        backgroundColor: 'var(--room-ink)',
        color: 'var(--room-panel)',
        font: "12px 'Saira Stencil One', sans-serif",
      },
    },
  },
  // A card cuts off what is outside it, so the ring of its link lies within.
  MuiCard: { styleOverrides: { root: { '& > a': { display: 'block', '--focus-offset': '-3px' } } } },
  MuiCardHeader: {
    defaultProps: {
      slotProps: { title: { variant: 'subtitle2', noWrap: true }, subheader: { variant: 'caption' } },
    },
    styleOverrides: {
      root: { padding: '8px 4px 8px 14px' },
      content: { minWidth: 0 },
      action: { alignSelf: 'center', margin: 0 },
    },
  },
  MuiDialogTitle: { styleOverrides: { root: { fontSize: 17, fontWeight: 700 } } },
  MuiDialog: { defaultProps: { transitionDuration: 0 } },
  MuiPopover: { defaultProps: { transitionDuration: 0 } },
  MuiMenu: {
    defaultProps: { transitionDuration: 0 },
    styleOverrides: { paper: { minWidth: 200, maxHeight: 'calc(100vh - 24px)' } },
  },
  MuiMenuItem: {
    styleOverrides: { root: { fontSize: 13, minHeight: 29, gap: 8, paddingBlock: 1, [COARSE]: { minHeight: 44 } } },
  },
  MuiSnackbar: { defaultProps: { transitionDuration: 0 } },
  MuiListSubheader: { styleOverrides: { root: { fontSize: 12, lineHeight: 2.2, color: 'var(--room-inkSoft)' } } },
}
