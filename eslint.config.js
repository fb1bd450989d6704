import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['**/node_modules/**', '**/dist/**', '.data/**', '.test-data/**', 'docs/**'] },
  js.configs.recommended,
  ...tseslint.configs.strict,
  {
    rules: {
      '@typescript-eslint/consistent-type-imports': 'error',
      'no-console': 'error',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      '@typescript-eslint/no-unused-vars': [
        'error',
        {
          argsIgnorePattern: '^_',
          varsIgnorePattern: '^_',
          destructuredArrayIgnorePattern: '^_',
          ignoreRestSiblings: true,
        },
      ],
      // A query without an argument takes `void`; that is how RTK Query has it.
      '@typescript-eslint/no-invalid-void-type': 'off',
    },
  },
  {
    // Kernels that count through arrays of numbers, and tests, where a miss fails by itself.
    files: [
      'core/src/circuit/**',
      'core/src/coldStart/**',
      'core/src/trace/{signal,humps,crankEvents,crankFigures,readTrace,traceFile,sampleReader,pixels}.ts',
      'core/src/practice/crankTrace.ts',
      'web/src/drawing/{traceLines,tracePath}.ts',
      'core/src/history/{theilSen,forecast,normal,series}.ts',
      'core/src/quantity/interpolate.ts',
      'demo/src/random.ts',
      '**/*.test.{ts,tsx}',
      '**/test/**',
      'e2e/**',
      'scripts/**',
    ],
    rules: { '@typescript-eslint/no-non-null-assertion': 'off' },
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    files: ['scripts/**', 'server/src/main.ts', 'demo/**', 'e2e/**', '*.js', '*.mjs', '*.cjs'],
    languageOptions: {
      globals: {
        module: 'writable',
        process: 'readonly',
        console: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
        URL: 'readonly',
        fetch: 'readonly',
      },
    },
    rules: { 'no-console': 'off' },
  },
);
