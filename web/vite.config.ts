import { fileURLToPath } from 'node:url';
import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const here = (path: string) => fileURLToPath(new URL(path, import.meta.url));

export default defineConfig({
  root: here('.'),
  plugins: [react(), tailwindcss()],
  build: {
    outDir: here('../dist/web'),
    emptyOutDir: true,
    target: 'es2022',
    // The one large part writes workbooks, and is fetched when somebody saves one.
    chunkSizeWarningLimit: 1000,
  },
});
