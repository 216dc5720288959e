import type { NextConfig } from 'next';

/** Nothing is fetched from elsewhere and nobody may frame us. */
const policy = [
  "default-src 'self'",
  `script-src 'self' 'unsafe-inline'${process.env.NODE_ENV === 'development' ? " 'unsafe-eval'" : ''}`,
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' blob: data:",
  "font-src 'self'",
  "connect-src 'self'",
  "worker-src 'self' blob:",
  "object-src 'none'",
  "base-uri 'none'",
  "form-action 'self'",
  "frame-ancestors 'none'",
].join('; ');

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
    'opentype.js',
    'yazl',
  ],
  headers: async () => [
    {
      source: '/:path*',
      headers: [
        { key: 'Content-Security-Policy', value: policy },
        { key: 'X-Content-Type-Options', value: 'nosniff' },
        { key: 'Referrer-Policy', value: 'no-referrer' },
        { key: 'Permissions-Policy', value: 'camera=(), microphone=(), geolocation=(), usb=(), serial=()' },
        { key: 'Cross-Origin-Resource-Policy', value: 'same-origin' },
        { key: 'Cross-Origin-Opener-Policy', value: 'same-origin' },
      ],
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
