import vue from '@vitejs/plugin-vue';
import { defineConfig, type Plugin } from 'vite';
import { compression } from 'vite-plugin-compression2';
import vuetify from 'vite-plugin-vuetify';

/** Lists the built files for the service worker, which keeps them at hand. Old font formats are left out. */
function shellList(): Plugin {
  return {
    name: 'shell-list',
    generateBundle(_options, bundle) {
      const files = Object.keys(bundle).filter(
        (name) => name.startsWith('assets/') && !/\.(map|woff|gz|br)$/.test(name),
      );
      this.emitFile({
        type: 'asset',
        fileName: 'shell.json',
        source: JSON.stringify(files.map((name) => `/${name}`)),
      });
    },
  };
}

/** What every screen needs is on its way before the first script has run. */
function preloadMain(): Plugin {
  return {
    name: 'preload-main',
    transformIndexHtml: {
      order: 'post',
      handler(_html, { bundle = {} }) {
        const chunks = Object.values(bundle).filter((file) => file.type === 'chunk');
        const needed = new Set<string>();
        const need = (name: string): void => {
          const chunk = chunks.find(({ fileName }) => fileName === name);
          if (!chunk || needed.has(name)) return;
          needed.add(name);
          chunk.imports.forEach(need);
          chunk.viteMetadata?.importedCss.forEach((css) => needed.add(css));
        };
        need(chunks.find(({ facadeModuleId }) => facadeModuleId?.endsWith('/src/main.ts'))?.fileName ?? '');
        return [...needed].map((name) => ({
          tag: 'link',
          attrs: name.endsWith('.css')
            ? { rel: 'stylesheet', href: `/${name}` }
            : { rel: 'modulepreload', href: `/${name}` },
          injectTo: 'head' as const,
        }));
      },
    },
  };
}

export default defineConfig({
  plugins: [
    vue(),
    vuetify({ autoImport: true }),
    shellList(),
    preloadMain(),
    // Compressed once, here: a server at work has better things to do.
    compression({ algorithms: ['gzip', 'brotliCompress'], include: /\.(js|css|svg)$/ }),
  ],
  resolve: {
    // One Vue, without its template compiler: a package that asks for the CommonJS build would bring both again.
    alias: [{ find: /^vue$/, replacement: 'vue/dist/vue.runtime.esm-bundler.js' }],
    conditions: ['@bemtor/source', 'module', 'browser', 'development|production'],
  },
  // The server puts another in its place each time; what the theme writes into the page is known by it.
  html: { cspNonce: '__NONCE__' },
  worker: { format: 'es' },
  build: {
    target: 'es2022',
    sourcemap: true,
    chunkSizeWarningLimit: 700,
    assetsInlineLimit: 0,
    // Few files: each costs a round trip, and a screen waits for the last of them.
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            // Alone, so that what begins to load everything else waits for nothing.
            { name: 'preload', test: /vite[\\/]preload-helper/ },
            {
              name: 'kit',
              // Tables come with the screens that have one.
              test: /node_modules[\\/](?:@vue|vue|pinia|vue-router|vuetify[\\/](?!lib[\\/]components[\\/](?:VDataTable|VPagination)))[\\/]/,
            },
            {
              name: 'shared',
              test: /[\\/]web[\\/]src[\\/](?:api|composables|components|glyphs|kit|shell)[\\/]/,
            },
          ],
        },
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:4600' } },
});
