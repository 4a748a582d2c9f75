import js from '@eslint/js';
import angular from 'angular-eslint';
import prettier from 'eslint-config-prettier';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  {
    ignores: [
      '**/dist/',
      '**/node_modules/',
      '.angular/',
      'core/src/*/generated/',
      'core/kernel/',
      'e2e/results/',
    ],
  },
  {
    files: ['**/*.ts'],
    extends: [
      js.configs.recommended,
      ...tseslint.configs.strictTypeChecked,
      ...tseslint.configs.stylisticTypeChecked,
      prettier,
    ],
    languageOptions: {
      parserOptions: {
        project: [
          'core/tsconfig.json',
          'tsconfig.node.json',
          'e2e/tsconfig.json',
          'app/tsconfig.eslint.json',
        ],
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      '@typescript-eslint/switch-exhaustiveness-check': 'error',
      // Angular and Material take plain objects for their option classes.
      '@typescript-eslint/no-unsafe-class-instance-assignment': 'off',
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-confusing-void-expression': [
        'error',
        { ignoreArrowShorthand: true, ignoreVoidOperator: true },
      ],
      '@typescript-eslint/no-unnecessary-condition': ['error', { allowConstantLoopConditions: 'always' }],
      // In typed-array kernels `as number` states a proven bound where `!` would only claim it.
      '@typescript-eslint/non-nullable-type-assertion-style': 'off',
      'no-restricted-syntax': [
        'error',
        {
          selector: "CallExpression[callee.object.name='Math'][callee.property.name='random']",
          message: 'Use a seeded random.',
        },
      ],
    },
  },
  {
    files: ['core/src/**/*.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        'Date',
        'window',
        'document',
        'performance',
        'setTimeout',
        'localStorage',
        'fetch',
        'console',
      ],
    },
  },
  {
    files: ['app/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      // An attribute is for drawings that stand inside an SVG as groups of it.
      '@angular-eslint/component-selector': [
        'error',
        [
          { type: 'element', prefix: 'al', style: 'kebab-case' },
          { type: 'attribute', prefix: 'al', style: 'camelCase' },
        ],
      ],
      '@angular-eslint/component-class-suffix': 'off',
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
      '@typescript-eslint/no-extraneous-class': 'off',
      '@typescript-eslint/unbound-method': 'off',
    },
  },
  {
    files: ['app/src/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
  },
  {
    files: ['**/*.test.ts', '**/test-support/**', 'e2e/**'],
    rules: { '@typescript-eslint/no-non-null-assertion': 'off' },
  },
  {
    // What runs inside the page of a benchmark.
    files: ['e2e/bench/*.mjs'],
    languageOptions: {
      globals: {
        requestAnimationFrame: 'readonly',
        Event: 'readonly',
        KeyboardEvent: 'readonly',
        MutationObserver: 'readonly',
      },
    },
  },
  {
    files: ['scripts/**/*.mjs', 'e2e/**/*.mjs', '*.js', '*.cjs'],
    extends: [js.configs.recommended, prettier],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        module: 'writable',
        fetch: 'readonly',
        setTimeout: 'readonly',
        performance: 'readonly',
        document: 'readonly',
        Buffer: 'readonly',
      },
    },
  },
);
