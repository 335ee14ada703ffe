import tailwindcss from '@tailwindcss/vite';
import react from '@vitejs/plugin-react';
import { defineConfig } from 'vite';

const server = process.env.JAALI_SERVER ?? 'http://127.0.0.1:5080';
const forward = { target: server, changeOrigin: true, ws: true };

export default defineConfig({
  plugins: [react(), tailwindcss()],
  // The list of its own files is what a talk that is held on a machine is made of.
  build: { target: 'es2023', manifest: 'files.json', sourcemap: false, chunkSizeWarningLimit: 700 },
  server: {
    host: '127.0.0.1',
    port: 5173,
    proxy: { '/api': forward, '/iiif': forward, '/live': forward, '/fonts': forward },
  },
});
