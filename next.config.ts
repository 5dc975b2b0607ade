import type { NextConfig } from 'next'

const config: NextConfig = {
  serverExternalPackages: ['sequelize', 'sqlite3', 'umzug', '@napi-rs/canvas', 'sharp', 'file-type', 'yauzl', 'yazl'],
  reactStrictMode: true,
  poweredByHeader: false,
  devIndicators: false,
}

export default config
