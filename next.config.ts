import type { NextConfig } from 'next'

const config: NextConfig = {
  output: 'standalone',
  outputFileTracingRoot: import.meta.dirname,
  poweredByHeader: false,
  reactStrictMode: true,
  typescript: { ignoreBuildErrors: true },
  devIndicators: false,
}

export default config
