'use client';

/** MUI carries behaviour and accessibility; the look is ours and comes from tokens.css. */
import { createTheme, ThemeProvider } from '@mui/material/styles';
import type { ReactNode } from 'react';

const theme = createTheme({
  typography: {
    fontFamily: 'var(--face)',
    button: { textTransform: 'none', fontWeight: 600, fontSize: 16, lineHeight: 1.2 },
  },
  shape: { borderRadius: 9 },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true, variant: 'outlined', color: 'inherit' },
      styleOverrides: {
        root: {
          minHeight: 48,
          padding: '8px 16px',
          borderColor: 'var(--ink)',
          background: 'var(--plate)',
          color: 'var(--ink)',
          '&:hover': { background: 'var(--inset)', borderColor: 'var(--ink)' },
          '&.Mui-disabled': { color: 'var(--ink-soft)', borderColor: 'var(--line)', background: 'transparent' },
          '&.primary': { background: 'var(--ink)', color: 'var(--paper)' },
          '&.primary:hover': { background: 'var(--ink-soft)' },
          '&.copper': { background: 'var(--copper)', borderColor: 'var(--copper)', color: 'var(--on-copper)' },
          '&.copper.Mui-disabled, &.primary.Mui-disabled': {
            color: 'var(--ink-soft)',
            borderColor: 'var(--line)',
            background: 'transparent',
          },
          '&[aria-pressed="true"]': { background: 'var(--ink)', color: 'var(--paper)' },
        },
      },
    },
    MuiFormControl: { styleOverrides: { root: { minWidth: 0, margin: 0, border: 0, padding: 0 } } },
    MuiFormLabel: {
      styleOverrides: {
        root: {
          fontSize: 14,
          lineHeight: 1.35,
          paddingBottom: 4,
          color: 'var(--ink-soft)',
          '&.Mui-focused, &.Mui-error, &.Mui-disabled': { color: 'var(--ink-soft)' },
        },
      },
    },
    MuiFormHelperText: {
      styleOverrides: {
        root: {
          margin: '3px 0 0',
          fontSize: 13,
          lineHeight: 1.35,
          color: 'var(--ink-soft)',
          '&.Mui-error': { color: 'var(--red)', fontWeight: 600 },
          '&.Mui-disabled': { color: 'var(--ink-soft)' },
        },
      },
    },
    MuiOutlinedInput: {
      defaultProps: { notched: false },
      styleOverrides: {
        root: {
          minHeight: 48,
          borderRadius: 9,
          background: 'var(--plate)',
          color: 'var(--ink)',
          fontSize: 'inherit',
          '&.mono': { fontFamily: 'var(--mono)' },
          '&:hover .MuiOutlinedInput-notchedOutline': { borderColor: 'var(--ink-soft)' },
          '&.Mui-focused .MuiOutlinedInput-notchedOutline': { borderColor: 'var(--ink)', borderWidth: 2 },
          '&.Mui-error .MuiOutlinedInput-notchedOutline': { borderColor: 'var(--red)' },
          '&.Mui-disabled': { color: 'var(--ink-soft)' },
        },
        input: {
          height: 'auto',
          padding: '10px 12px',
          '&.Mui-disabled': { WebkitTextFillColor: 'var(--ink-soft)' },
        },
        notchedOutline: { borderColor: 'var(--line)', borderWidth: 1.5, top: 0, '& legend': { display: 'none' } },
      },
    },
    MuiNativeSelect: {
      styleOverrides: { select: { minHeight: 'auto' }, icon: { color: 'var(--ink)' } },
    },
    MuiToggleButtonGroup: {
      styleOverrides: {
        root: {
          flexWrap: 'wrap',
          gap: 6,
          // Each a target of its own, not one bar cut in pieces.
          '& .MuiToggleButtonGroup-grouped': { margin: 0, border: '1.5px solid var(--line)', borderRadius: 9 },
          '& .MuiToggleButtonGroup-grouped.Mui-selected': { borderColor: 'var(--ink)' },
        },
      },
    },
    MuiToggleButton: {
      styleOverrides: {
        root: {
          minHeight: 48,
          padding: '6px 14px',
          border: '1.5px solid var(--line)',
          background: 'var(--plate)',
          color: 'var(--ink)',
          fontSize: 'inherit',
          fontWeight: 400,
          '&:hover': { background: 'var(--inset)' },
          '&.Mui-selected, &.Mui-selected:hover': {
            background: 'var(--ink)',
            borderColor: 'var(--ink)',
            color: 'var(--paper)',
            fontWeight: 600,
          },
          '&.Mui-disabled': { color: 'var(--ink-soft)', borderColor: 'var(--line)' },
          '&.Mui-selected.Mui-disabled': { color: 'var(--paper)', background: 'var(--ink-soft)' },
        },
      },
    },
    MuiFormControlLabel: {
      styleOverrides: {
        root: { margin: 0 },
        label: {
          display: 'flex',
          flex: 1,
          gap: 10,
          fontSize: 'inherit',
          '&.Mui-disabled': { color: 'var(--ink-soft)' },
        },
      },
    },
    MuiCheckbox: {
      styleOverrides: { root: { padding: 10, color: 'var(--ink)', '&.Mui-checked': { color: 'var(--ink)' } } },
    },
    MuiAccordion: {
      styleOverrides: { root: { background: 'transparent', color: 'var(--ink)', '&::before': { display: 'none' } } },
    },
    MuiAccordionSummary: {
      styleOverrides: {
        root: { minHeight: 44, padding: 0, fontSize: 'inherit', fontFamily: 'inherit', justifyContent: 'flex-start' },
        content: { margin: 0, flexGrow: 0, marginRight: 8 },
        expandIconWrapper: { color: 'var(--ink)', fontSize: 18, fontFamily: 'var(--mono)' },
      },
    },
    MuiAccordionDetails: { styleOverrides: { root: { padding: '6px 0 0' } } },
    MuiTableCell: {
      styleOverrides: {
        root: {
          padding: '8px 10px 8px 0',
          borderColor: 'var(--line)',
          color: 'inherit',
          fontSize: 'inherit',
          lineHeight: 'inherit',
        },
        head: { color: 'var(--ink-soft)', fontWeight: 400 },
      },
    },
    MuiAlert: {
      styleOverrides: {
        root: {
          background: 'var(--paper)',
          color: 'var(--ink)',
          border: '1.5px solid var(--ink)',
          borderRadius: 10,
          boxShadow: 'var(--shadow)',
          fontSize: 'inherit',
          '&.notice.refused': { borderColor: 'var(--red)' },
        },
        message: { padding: 0, display: 'grid', gap: 8, width: '100%' },
      },
    },
    MuiAutocomplete: {
      styleOverrides: {
        option: {
          minHeight: 48,
          '&.Mui-focused, &[aria-selected="true"]': { background: 'var(--copper-soft) !important' },
        },
        noOptions: { color: 'var(--ink-soft)' },
      },
    },
    MuiDialog: {
      styleOverrides: {
        paper: {
          background: 'var(--paper)',
          color: 'var(--ink)',
          backgroundImage: 'none',
          border: '1.5px solid var(--ink)',
          borderRadius: 14,
        },
      },
    },
  },
});

export const Theme = ({ children }: { children: ReactNode }): ReactNode => (
  <ThemeProvider theme={theme}>{children}</ThemeProvider>
);
