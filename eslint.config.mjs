import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import tseslint from 'typescript-eslint';

/** Everything the hooks plugin knows, as errors; libraries that memoize by themselves are no fault of ours. */
const reactRules = Object.fromEntries(Object.keys(hooks.configs['recommended-latest'].rules).map((rule) => [rule, 'error']));

export default tseslint.config(
  {
    ignores: [
      '**/dist/**',
      '**/node_modules/**',
      '.local/**',
      'web/src/api/schema.d.ts',
      'test-results/**',
      'core/kernel/**',
      'core/src/growth/kernel/step-wasm.ts',
    ],
  },
  js.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    extends: [...tseslint.configs.strictTypeChecked],
    languageOptions: {
      parserOptions: {
        project: ['core/tsconfig.json', 'server/tsconfig.json', 'web/tsconfig.json', 'e2e/tsconfig.json', 'tools/tsconfig.json'],
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      // `as` only as `as const`; a brand constructor that needs more says so on its line.
      '@typescript-eslint/consistent-type-assertions': ['error', { assertionStyle: 'never' }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-invalid-void-type': 'off',
      '@typescript-eslint/no-extraneous-class': 'off',
      // DTO classes describe shapes; Nest and RTK hand over plain objects and bound functions.
      '@typescript-eslint/no-unsafe-class-instance-assignment': 'off',
      '@typescript-eslint/no-misused-spread': 'off',
      '@typescript-eslint/unbound-method': 'off',
      'no-console': 'error',
    },
  },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { ...reactRules, 'react-hooks/incompatible-library': 'off' },
    languageOptions: { globals: globals.browser },
  },
  {
    files: ['core/src/**/*.ts'],
    rules: {
      'no-restricted-globals': ['error', 'Date', 'process', 'fetch', 'setTimeout', 'performance', 'console'],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random' }],
    },
  },
  {
    files: ['**/*.test.{ts,tsx}', '**/test-support/**', 'e2e/**/*.ts'],
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
      '@typescript-eslint/unbound-method': 'off',
      '@typescript-eslint/consistent-type-assertions': 'off',
      'no-restricted-globals': 'off',
      'no-empty-pattern': 'off',
    },
  },
  { files: ['tools/**/*.ts', 'server/src/openapi.ts', 'server/src/main.ts'], rules: { 'no-console': 'off' } },
  // Free JSON, right and wrong, is what it makes.
  { files: ['tools/fuzz.ts', 'server/src/test-support/fuzz-requests.ts'], rules: { '@typescript-eslint/consistent-type-assertions': 'off' } },
  { files: ['**/*.{mjs,cjs}'], extends: [tseslint.configs.disableTypeChecked], languageOptions: { globals: globals.node } },
);
