import type { NextConfig } from 'next'

const config: NextConfig = {
  serverExternalPackages: ['sequelize', 'sqlite3', 'umzug', '@napi-rs/canvas', 'sharp', 'file-type', 'yauzl', 'yazl'],
  reactStrictMode: true,
  reactCompiler: { compilationMode: 'annotation' },
  poweredByHeader: false,
  devIndicators: false,
  headers: async () => [
    {
      source: '/:path*',
      headers: [
        { key: 'X-Content-Type-Options', value: 'nosniff' },
        { key: 'X-Frame-Options', value: 'DENY' },
        { key: 'Referrer-Policy', value: 'no-referrer' },
      ],
    },
  ],
}

export default config
