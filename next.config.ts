import type { NextConfig } from 'next';

const config: NextConfig = {
  agentRules: false,
  poweredByHeader: false,
  reactStrictMode: true,
  // The tests check types (scripts/fabrica/test.mjs); a start need not do it again.
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: [
    'sharp',
    'pg',
    'pino',
    'graphile-worker',
    'piscina',
    'dictionary-en',
    'dictionary-en-gb',
    'buffer-crc32',
    'exifreader',
    'libheif-js',
    '@jsquash/jxl',
    'opentype.js',
    'yazl',
  ],
  headers: async () => [
    {
      source: '/:path*',
      headers: [
        { key: 'X-Content-Type-Options', value: 'nosniff' },
        { key: 'Referrer-Policy', value: 'no-referrer' },
        { key: 'Permissions-Policy', value: 'camera=(), microphone=(), geolocation=(), usb=(), serial=()' },
        { key: 'Cross-Origin-Resource-Policy', value: 'same-origin' },
        { key: 'Cross-Origin-Opener-Policy', value: 'same-origin' },
      ],
    },
    {
      // Pages have a policy of their own (proxy.ts); nothing else carries anything out.
      source: '/api/:path*',
      headers: [{ key: 'Content-Security-Policy', value: "default-src 'none'; frame-ancestors 'none'" }],
    },
    {
      // A page made of what stands in files: nothing in it is carried out or fetched.
      source: '/api/runs/:id/export',
      headers: [{ key: 'Content-Security-Policy', value: "default-src 'none'; style-src 'unsafe-inline'" }],
    },
    {
      source: '/api/runs/:id/report',
      headers: [
        {
          key: 'Content-Security-Policy',
          value: "default-src 'none'; style-src 'unsafe-inline'; img-src data:",
        },
      ],
    },
  ],
};

export default config;
