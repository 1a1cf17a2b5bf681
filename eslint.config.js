import js from '@eslint/js';
import query from '@tanstack/eslint-plugin-query';
import hooks from 'eslint-plugin-react-hooks';
import ts from 'typescript-eslint';

export default ts.config(
  { ignores: ['.next*/**', '.data/**', 'node_modules/**', 'next-env.d.ts', 'test-results/**'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...query.configs['flat/recommended'],
  {
    files: ['src/{app,ui}/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: hooks.configs.recommended.rules,
  },
  {
    files: ['**/*.{ts,tsx}'],
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      'no-console': 'error',
    },
  },
  {
    files: ['src/{app,server}/**/*.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector:
            "CallExpression[callee.object.name='Promise'][callee.property.name=/^all/] > CallExpression[callee.property.name=/^(flatM|m)ap$/]",
          message: 'A query per row takes all connections. Ask for the set in one query, or for one row after another.',
        },
      ],
    },
  },
  { files: ['**/*.cjs'], languageOptions: { globals: { module: 'writable' } } },
  {
    files: ['scripts/**', 'tests/**', 'src/cli.ts', 'src/cli/**', '*.config.*'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        document: 'readonly',
        AbortController: 'readonly',
        fetch: 'readonly',
        setInterval: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
      },
    },
    rules: { 'no-console': 'off' },
  },
);
