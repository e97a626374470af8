import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'
import { offline } from './offline'

export default defineConfig({
  plugins: [react(), offline()],
  build: { manifest: true, target: 'es2023', chunkSizeWarningLimit: 900 },
  worker: { format: 'es' },
  server: { proxy: { '/api': `http://127.0.0.1:${process.env['MANO_PORT'] ?? '5180'}` } },
})
