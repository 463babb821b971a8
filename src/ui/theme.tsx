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
          '&[aria-pressed="true"]': { background: 'var(--ink)', color: 'var(--paper)' },
        },
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
