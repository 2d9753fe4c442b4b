import { minify as shorten } from 'oxc-minify';
import type { Plugin } from 'vite';

/** Makes the script that browsers are sent shorter; what cannot be read ends the build. */
export const minify = (): Plugin => ({
  name: 'minify',
  apply: 'build',
  generateBundle: {
    // Last of all: Vite finds what a file brings along by how it is written.
    order: 'post',
    async handler(_options, bundle) {
      for (const chunk of Object.values(bundle)) {
        if (chunk.type !== 'chunk') continue;
        const { code, errors } = await shorten(chunk.fileName, chunk.code, {
          module: true,
          compress: { target: 'es2022' },
          mangle: true,
        });
        if (errors.length) this.error(`${chunk.fileName}: ${errors[0]!.message}`);
        chunk.code = code;
      }
    },
  },
});
