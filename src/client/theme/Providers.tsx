'use client'
import { AppRouterCacheProvider } from '@mui/material-nextjs/v16-appRouter'
import { ThemeProvider } from '@mui/material/styles'
import type { ReactNode } from 'react'
import { theme } from '@/client/theme/theme'

/** Theme and style cache for every page. Light or dark by the system's choice. */
export const Providers = ({ children }: { readonly children: ReactNode }) => (
  <AppRouterCacheProvider>
    <ThemeProvider theme={theme} defaultMode="system">
      {children}
    </ThemeProvider>
  </AppRouterCacheProvider>
)
