import type { NextConfig } from 'next';

const config: NextConfig = {
  serverExternalPackages: ['pdfkit', 'fontkit', 'subset-font', 'mysql2', '@resvg/resvg-js'],
  // A page comes with its title: streamed after it, a page that leads on to another one has none for a moment.
  htmlLimitedBots: /./,
  devIndicators: false,
  poweredByHeader: false,
  headers: async () => [
    {
      source: '/:path*',
      headers: [
        { key: 'x-content-type-options', value: 'nosniff' },
        { key: 'referrer-policy', value: 'same-origin' },
        { key: 'cross-origin-opener-policy', value: 'same-origin' },
        { key: 'cross-origin-resource-policy', value: 'same-origin' },
      ],
    },
  ],
  // `npm run demo` and `npm test` may build at the same time: each gives its own folder.
  distDir: process.env.ZONOGRAPH_BUILD_DIR ?? '.next',
  // `npm test` checks the types of all code before it builds; a demo need not wait for the same once more.
  typescript: { ignoreBuildErrors: process.env.ZONOGRAPH_BUILD_DIR !== undefined },
  experimental: { optimizePackageImports: ['@chakra-ui/react', 'lucide-react'] },
};

export default config;
