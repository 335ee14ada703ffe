import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

// What has to run outside of the program is one script and one sheet of styles: the copy of a talk for browsers that
// have nothing else, which the server puts into the page with the talk, and the podium of another device.
const which = process.env.JAALI_PLAYER === 'podium' ? 'podium' : 'copy';

export default defineConfig({
  plugins: [react(), tailwindcss()],
  define: { 'process.env.NODE_ENV': '"production"' },
  build: {
    target: 'es2023',
    outDir: `dist/${which}`,
    emptyOutDir: true,
    copyPublicDir: false,
    sourcemap: false,
    lib: {
      entry: `src/${which}/main.tsx`,
      formats: ['iife'],
      name: 'talk',
      fileName: () => `${which}.js`,
      cssFileName: which,
    },
  },
});
