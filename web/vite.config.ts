import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

export default defineConfig({
  plugins: [react()],
  // A class is called in the code as it is in its sheet, in the code's own spelling.
  css: { modules: { localsConvention: 'camelCaseOnly' } },
  worker: { format: 'es' },
  build: { chunkSizeWarningLimit: 2000, target: 'es2023' },
  server: { proxy: { '/api': 'http://127.0.0.1:4180' } },
});
