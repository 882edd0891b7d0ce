import type { NextConfig } from 'next'

const config: NextConfig = {
  output: 'standalone',
  outputFileTracingRoot: import.meta.dirname,
  poweredByHeader: false,
  reactStrictMode: true,
  typescript: { ignoreBuildErrors: true },
  devIndicators: false,
  // A body over this limit would be cut off without a word; our own limit, with its sentence, is just below it.
  experimental: { proxyClientMaxBodySize: '72mb' },
}

export default config
