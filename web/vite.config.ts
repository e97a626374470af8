import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { sharedParts } from './chunks'
import { offline } from './offline'
import { packed } from './packed'

export default defineConfig({
  plugins: [react(), offline(), packed()],
  resolve: {
    alias: {
      '@stdlib/assert-has-generator-support': new URL('noEval.cjs', import.meta.url).pathname,
    },
  },
  build: {
    manifest: true,
    target: 'es2023',
    chunkSizeWarningLimit: 900,
    rolldownOptions: { output: { codeSplitting: sharedParts() } },
    // Styles only: seventy links put into the head at once for a page's small parts kept it from
    // answering for a third of a second on a slow tablet. The parts import each other.
    modulePreload: { resolveDependencies: (_, parts) => parts.filter((p) => p.endsWith('.css')) },
  },
  worker: { format: 'es' },
  server: { proxy: { '/api': `http://127.0.0.1:${process.env['MANO_PORT'] ?? '5180'}` } },
})
