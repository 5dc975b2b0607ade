import type { Metadata } from 'next'
import type { ReactNode } from 'react'
import '@fontsource/instrument-sans/400.css'
import '@fontsource/instrument-sans/600.css'
import '@fontsource/instrument-sans/700.css'
import '@fontsource/saira-stencil-one/400.css'
import '@/client/theme/globals.css'
import { Providers } from '@/client/theme/Providers'

export const metadata: Metadata = {
  title: 'Eager Stencil',
  description: 'Clip pictures into frames and place them exactly',
}

const RootLayout = ({ children }: { readonly children: ReactNode }) => (
  <html lang="en">
    <body>
      <Providers>{children}</Providers>
    </body>
  </html>
)
export default RootLayout
