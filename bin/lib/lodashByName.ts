import type { Plugin } from 'vite';

/**
 * Has Element Plus take each function of lodash from a file of its own. Taken from the one that has them all, those that only
 * other pages need would come with the Desk, since what it reaches is followed from file to file.
 */
export const lodashByName = (): Plugin => ({
  name: 'lodash-by-name',
  apply: 'build',
  transform(code, id) {
    if (!id.includes('/element-plus/') || !code.includes('lodash-unified')) return null;
    const taken = /import\s*\{([^}]*)\}\s*from\s*["']lodash-unified["'];?/g;
    const changed = code.replace(taken, (_, names: string) =>
      names
        .split(',')
        .map((one) => one.trim().split(/\s+as\s+/))
        .map(([name, as = name]) => `import ${as} from "lodash-es/${name}.js";`)
        .join(' '),
    );
    return { code: changed, map: null };
  },
});
