import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';

export default ts.config(
  { ignores: ['build/', '.svelte-kit/', 'node_modules/', '.local/'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...svelte.configs.recommended,
  prettier,
  ...svelte.configs.prettier,
  {
    languageOptions: { globals: { ...globals.browser, ...globals.node } },
    rules: {
      'no-undef': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      // Addresses are built from the paths of our own routes; the application has no base path.
      'svelte/no-navigation-without-resolve': 'off'
    }
  },
  { files: ['**/*.svelte', '**/*.svelte.ts'], languageOptions: { parserOptions: { parser: ts.parser } } },
  {
    files: ['**/*.svelte'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          paths: [
            {
              name: '$app/forms',
              importNames: ['enhance'],
              message: 'What was typed would be lost with a refusal: see forms.svelte.ts.'
            },
            {
              name: 'sveltekit-superforms',
              importNames: ['superForm'],
              message: 'A refusal would not be said: see forms.svelte.ts.'
            }
          ]
        }
      ]
    }
  },
  {
    // A row is parsed, not asserted: see rows.ts.
    files: ['src/**/*.ts'],
    ignores: ['src/core/**', 'src/lib/server/database/rows.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: "CallExpression[callee.property.name='query'][typeArguments]",
          message: 'Rows are parsed: rowsOf, rowOf.'
        },
        {
          selector:
            "VariableDeclarator:matches([init.argument.callee.property.name='query'], [init.argument.callee.name='query']) > ObjectPattern > Property[key.name='rows']",
          message: 'Rows are parsed: rowsOf, rowOf.'
        }
      ]
    }
  },
  {
    // The core follows from its input alone: no clock, and no randomness but a seed.
    files: ['src/core/**/*.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'The core has no clock: pass the moment in.' },
        {
          object: 'Math',
          property: 'random',
          message: 'The core has no randomness but a seed: see random.ts.'
        }
      ],
      'no-restricted-syntax': [
        'error',
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'The core has no clock.'
        },
        { selector: 'ExportAllDeclaration', message: 'A room names what it offers, one by one.' }
      ],
      'no-restricted-globals': ['error', 'document', 'window', 'process', 'fetch']
    }
  }
);
