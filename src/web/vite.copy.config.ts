import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

// The copy of a talk for browsers that have nothing else: one script, one sheet of styles, which the server puts into
// the page with the talk.
export default defineConfig({
  plugins: [react(), tailwindcss()],
  define: { 'process.env.NODE_ENV': '"production"' },
  build: {
    target: 'es2023',
    outDir: 'dist/copy',
    emptyOutDir: true,
    copyPublicDir: false,
    sourcemap: false,
    lib: {
      entry: 'src/copy/main.tsx',
      formats: ['iife'],
      name: 'talk',
      fileName: () => 'copy.js',
      cssFileName: 'copy',
    },
  },
});
