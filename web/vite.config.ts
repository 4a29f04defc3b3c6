import vue from '@vitejs/plugin-vue';
import { defineConfig, type Plugin } from 'vite';
import vuetify from 'vite-plugin-vuetify';

/** Lists the built files for the service worker, which keeps them at hand. Old font formats are left out. */
function shellList(): Plugin {
  return {
    name: 'shell-list',
    generateBundle(_options, bundle) {
      const files = Object.keys(bundle).filter(
        (name) => name.startsWith('assets/') && !/\.(map|woff)$/.test(name),
      );
      this.emitFile({
        type: 'asset',
        fileName: 'shell.json',
        source: JSON.stringify(files.map((name) => `/${name}`)),
      });
    },
  };
}

export default defineConfig({
  plugins: [vue(), vuetify({ autoImport: true }), shellList()],
  resolve: { conditions: ['@bemtor/source', 'module', 'browser', 'development|production'] },
  worker: { format: 'es' },
  build: { target: 'es2022', sourcemap: true, chunkSizeWarningLimit: 700, assetsInlineLimit: 0 },
  server: { proxy: { '/api': 'http://127.0.0.1:4600' } },
});
