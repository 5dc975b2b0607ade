'use client'
import { createTheme } from '@mui/material/styles'

const FACE = '"Instrument Sans", system-ui, sans-serif'

/** A print room: warm paper, dark ink, kraft, one strong colour for what moves. */
export const theme = createTheme({
  cssVariables: true,
  colorSchemes: {
    light: {
      palette: {
        primary: { main: '#8E2A5B', contrastText: '#ffffff' },
        secondary: { main: '#3F6B2A', contrastText: '#ffffff' },
        error: { main: '#B3261E' },
        warning: { main: '#8A5A00' },
        text: { primary: '#22282B', secondary: '#565B58' },
        background: { default: '#DAD5CA', paper: '#FBF9F4' },
        divider: '#D3CCBE',
      },
    },
    dark: {
      palette: {
        primary: { main: '#E58AB6', contrastText: '#22101A' },
        secondary: { main: '#9CCB7E', contrastText: '#12200A' },
        error: { main: '#F2B8B5' },
        warning: { main: '#F0C36A' },
        text: { primary: '#ECE7DC', secondary: '#B9B4A8' },
        background: { default: '#1B1F21', paper: '#262B2D' },
        divider: '#454B4D',
      },
    },
  },
  typography: { fontFamily: FACE, fontSize: 13, button: { textTransform: 'none', fontWeight: 600 } },
  shape: { borderRadius: 4 },
  transitions: { create: () => 'none' },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: { root: { fontSize: 13, lineHeight: 1.4, padding: '5px 12px' } },
    },
    MuiIconButton: { defaultProps: { size: 'small' } },
    MuiTextField: { defaultProps: { size: 'small' } },
    // Nothing is set under 11 px, floating labels included.
    MuiInputLabel: {
      styleOverrides: {
        root: { fontSize: 13, '&.MuiInputLabel-shrink': { transform: 'translate(14px, -9px) scale(0.88)' } },
      },
    },
    MuiOutlinedInput: {
      styleOverrides: { root: { fontSize: 13 }, notchedOutline: { '& legend': { fontSize: '0.88em' } } },
    },
    MuiFormHelperText: { styleOverrides: { root: { fontSize: 12, marginLeft: 2, lineHeight: 1.3 } } },
    MuiAlert: { styleOverrides: { root: { fontSize: 13 } } },
    MuiDialogTitle: { styleOverrides: { root: { fontSize: 17, fontWeight: 700 } } },
    MuiTooltip: { defaultProps: { enterDelay: 500, arrow: true } },
    MuiDialog: { defaultProps: { transitionDuration: 0 } },
    MuiMenu: { defaultProps: { transitionDuration: 0 } },
    MuiSnackbar: { defaultProps: { transitionDuration: 0 } },
  },
})
