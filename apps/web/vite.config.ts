import react from '@vitejs/plugin-react';
import { defaultClientConditions, defineConfig } from 'vite';

const server = process.env.SERVER_URL ?? 'http://127.0.0.1:4080';

export default defineConfig({
  plugins: [react()],
  // The server puts the nonce of each page in its place.
  html: { cspNonce: '__NONCE__' },
  resolve: { conditions: ['source', ...defaultClientConditions] },
  build: { target: 'es2023', manifest: true, chunkSizeWarningLimit: 1500 },
  server: { host: '127.0.0.1', port: 4090, strictPort: true, proxy: { '/api': server } },
});
