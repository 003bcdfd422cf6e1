import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vite';

const source = (name: string) => fileURLToPath(new URL(`../${name}/src/index.ts`, import.meta.url));

export default defineConfig({
  root: fileURLToPath(new URL('.', import.meta.url)),
  plugins: [react(), tailwindcss()],
  resolve: {
    alias: {
      '@cyclogram/core/typeface': fileURLToPath(
        new URL('../core/src/picture/typeface/readTypeface.ts', import.meta.url),
      ),
      '@cyclogram/core': source('core'),
      '@cyclogram/painter': source('painter'),
    },
  },
  worker: { format: 'es' },
  build: {
    // Nothing inline: the content security policy allows files of our own only.
    assetsInlineLimit: 0,
    target: 'es2022',
    chunkSizeWarningLimit: 1200,
  },
});
