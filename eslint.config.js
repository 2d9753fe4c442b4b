import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import vue from 'eslint-plugin-vue';
import ts from 'typescript-eslint';

/** What core/ exports says in a comment what it promises. */
const documented = {
  meta: { type: 'suggestion', messages: { missing: 'Say in a doc comment what this promises.' }, schema: [] },
  create: (context) => ({
    'ExportNamedDeclaration[declaration]'(node) {
      const last = context.sourceCode.getCommentsBefore(node).at(-1);
      const isDoc =
        last?.type === 'Block' && last.value.startsWith('*') && last.loc.end.line === node.loc.start.line - 1;
      if (!isDoc) context.report({ node, messageId: 'missing' });
    },
  }),
};

export default ts.config(
  { ignores: ['.nuxt/**', '.output/**', '.data/**', 'node_modules/**', 'test-results/**'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: ts.parser } },
  },
  {
    rules: {
      // Types are checked by vue-tsc, which also knows what Nuxt imports by itself.
      'no-undef': 'off',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', caughtErrors: 'none' },
      ],
      'no-control-regex': 'off',
      // Playwright reads from the pattern which fixtures are wanted.
      'no-empty-pattern': ['error', { allowObjectPatternsAsParameters: true }],
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
    },
  },
  {
    // The computation knows no screen, no server and nothing else of ours.
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts', 'core/**/*.d.ts'],
    plugins: { ours: { rules: { documented } } },
    rules: {
      'ours/documented': 'error',
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: [
                '**/app/**',
                '**/server/**',
                '**/shared/**',
                '#*',
                '~*',
                'vue*',
                'nuxt*',
                'node:*',
                'knex*',
                'element-plus*',
                '@tiptap/core',
                '@tiptap/vue-3',
              ],
              message: 'core/ stands on its own.',
            },
          ],
        },
      ],
      'no-restricted-globals': ['error', 'window', 'document', 'localStorage', 'fetch', 'process', 'Buffer'],
      'no-restricted-properties': ['error', { object: 'Date', property: 'now', message: 'The moment is handed in.' }],
    },
  },
  {
    files: ['shared/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['**/app/**', '**/server/**', 'vue*', 'node:*'],
              message: 'Imports run app -> shared -> core and server -> shared -> core.',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['app/**/*.{ts,vue}'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: ['**/server/**', 'knex*', 'node:*'], message: 'The interface asks the server over the wire.' },
          ],
        },
      ],
    },
  },
  {
    files: ['server/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ group: ['**/app/**', 'vue*'], message: 'The server knows no screen.' }] },
      ],
    },
  },
  prettier,
);
