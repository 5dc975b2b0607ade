import type { Components, Theme } from '@mui/material/styles'
import { COARSE } from '@/client/theme/buttons'

/** A dense field: its label within it, its unit at its end. */
const dense = {
  height: 28,
  paddingLeft: 7,
  paddingRight: 5,
  minWidth: 0,
  flex: '1 1 0',
  gap: 4,
  [COARSE]: { minHeight: 44 },
  '& input, & select': { padding: 0, minWidth: 0, height: 26, textOverflow: 'ellipsis', [COARSE]: { height: 44 } },
  // A label of two words would else stand on two lines, of which the second lies on the field below.
  '& > span': { whiteSpace: 'nowrap' },
  '& input': { textAlign: 'right', fontVariantNumeric: 'tabular-nums' },
  '& select.MuiNativeSelect-select, & .MuiNativeSelect-select': { paddingRight: '18px !important', fontSize: 12 },
  '& .MuiNativeSelect-icon': { fontSize: 18, right: 1, top: 4 },
} as const

export const fields: Components<Theme> = {
  MuiTextField: { defaultProps: { size: 'small' } },
  MuiInputLabel: {
    styleOverrides: {
      root: { fontSize: 13, '&.MuiInputLabel-shrink': { transform: 'translate(14px, -9px) scale(0.93)' } },
    },
  },
  MuiInputBase: { styleOverrides: { root: { fontSize: 13 } } },
  MuiOutlinedInput: {
    styleOverrides: {
      root: {
        fontSize: 13,
        '& fieldset': { borderColor: 'var(--room-field)' },
        variants: [{ props: { margin: 'dense' }, style: dense }],
      },
      notchedOutline: { '& legend': { fontSize: '0.93em' } },
    },
  },
  MuiInputAdornment: { styleOverrides: { root: { margin: 0 } } },
  MuiNativeSelect: { styleOverrides: { select: { option: { backgroundColor: 'var(--room-panel)' } } } },
  MuiFormHelperText: { styleOverrides: { root: { fontSize: 12, marginLeft: 2, lineHeight: 1.3 } } },
  MuiFormControlLabel: {
    styleOverrides: { root: { margin: 0, minHeight: 26 }, label: { fontSize: 12, lineHeight: 1.3 } },
  },
  MuiCheckbox: {
    defaultProps: { size: 'small' },
    styleOverrides: { root: { padding: 3, [COARSE]: { padding: 12 } } },
  },
  MuiSwitch: { defaultProps: { size: 'small', color: 'secondary' } },
  MuiSlider: { defaultProps: { size: 'small', color: 'secondary' } },
}
