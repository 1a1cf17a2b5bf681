import type { NextConfig } from 'next';

const config: NextConfig = {
  serverExternalPackages: ['pdfkit', 'fontkit', 'mysql2'],
  devIndicators: false,
  poweredByHeader: false,
  // `npm run demo` and `npm test` may build at the same time: each gives its own folder.
  distDir: process.env.ZONOGRAPH_BUILD_DIR ?? '.next',
  experimental: { optimizePackageImports: ['@chakra-ui/react', 'lucide-react'] },
};

export default config;
