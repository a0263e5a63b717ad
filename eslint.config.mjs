import js from '@eslint/js';
import angular from 'angular-eslint';
import prettier from 'eslint-config-prettier';
import tseslint from 'typescript-eslint';

/** Arrows point one way: web and server -> contracts -> wording -> engine; the engine knows nobody. */
/**
 * @param {...{ regex: string, message: string }} patterns
 * @returns {import('eslint').Linter.RulesRecord}
 */
const forbid = (...patterns) => ({
  'no-restricted-imports': ['error', { patterns }],
});
const OUTSIDE = {
  regex: String.raw`^(\.\./)+(apps|packages|tools|e2e|bench)/`,
  message:
    'Another part of the workspace is imported by its package name, never by a path into it.',
};

/** What the browser would draw in its own way: the interface is of Angular Material. */
const NATIVE_CONTROLS = [
  {
    selector: 'Element[name=/^(select|option|dialog|details|summary|datalist|meter|progress)$/]',
    message: 'Use a field of shared/fields, or the component of Angular Material for it.',
  },
  {
    selector:
      'Element[name="input"] > TextAttribute[name="type"][value=/^(date|time|datetime-local|month|week|color|range|checkbox|radio)$/]',
    message:
      'Use hl-day-field, hl-time-field, mat-checkbox or mat-radio-button: the browser’s own look and read differently everywhere.',
  },
];

export default tseslint.config(
  {
    ignores: ['**/dist/**', '**/node_modules/**', '**/.angular/**', '.data/**', 'coverage/**'],
  },
  js.configs.recommended,
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.strictTypeChecked, ...tseslint.configs.stylisticTypeChecked],
    languageOptions: {
      parserOptions: {
        project: [
          'tsconfig.json',
          'packages/*/tsconfig.spec.json',
          'apps/server/tsconfig.spec.json',
          'apps/web/tsconfig.app.json',
          'apps/web/tsconfig.spec.json',
          'apps/web/tsconfig.worker.json',
        ],
        tsconfigRootDir: import.meta.dirname,
      },
    },
    rules: {
      // `const { id: _, ...rest }` is how a field is left out
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
      'no-undef': 'off', // TypeScript knows better
      '@typescript-eslint/no-extraneous-class': 'off',
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: false }],
      'no-restricted-globals': [
        'error',
        { name: 'parseFloat', message: 'A binary float never holds money; use decimal().' },
      ],
    },
  },
  {
    files: ['packages/engine/src/**/*.ts'],
    ignores: ['**/*.spec.ts', '**/testing/**'],
    rules: forbid({
      regex: String.raw`^(?!\./|\.\./)`,
      message: 'The engine is pure: no package, no Node, no framework; it can run anywhere.',
    }),
  },
  {
    files: ['packages/wording/src/**/*.ts'],
    ignores: ['**/*.spec.ts', '**/testing/**'],
    rules: forbid({
      regex: String.raw`^(?!\./|\.\./|@honest-ledger/engine$)`,
      message: 'Wording makes sentences of what the engine has found, and knows nothing else.',
    }),
  },
  {
    files: ['packages/contracts/src/**/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: forbid(OUTSIDE, {
      regex: String.raw`^(?!\./|\.\./|joi$|@honest-ledger/(engine|wording)$)`,
      message:
        'Contracts know engine, wording and Joi, nothing else: browser and server both use them.',
    }),
  },
  {
    files: ['apps/server/**/*.ts'],
    rules: forbid(OUTSIDE, {
      regex: '^(@angular|@ngrx|@honest-ledger/web)',
      message: 'Server and interface never import each other; they meet in contracts.',
    }),
  },
  {
    files: ['apps/web/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    ...(angular.processInlineTemplates ? { processor: angular.processInlineTemplates } : {}),
    rules: {
      ...forbid(OUTSIDE, {
        regex: '^(node:|fastify|drizzle-orm|pg$|@honest-ledger/server)',
        message: 'Server and interface never import each other; they meet in contracts.',
      }),
      'no-alert': 'error', // what is asked is asked by shared/question.ts
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
      '@angular-eslint/component-selector': [
        'error',
        { type: 'element', prefix: 'hl', style: 'kebab-case' },
      ],
    },
  },
  {
    files: ['apps/web/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
    rules: { 'no-restricted-syntax': ['error', ...NATIVE_CONTROLS] },
  },
  {
    files: ['**/*.mjs', '**/*.cjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        setTimeout: 'readonly',
      },
    },
  },
  {
    // some of what these do is done in a page
    files: ['bench/*.mjs'],
    languageOptions: {
      globals: {
        performance: 'readonly',
        fetch: 'readonly',
        document: 'readonly',
        requestAnimationFrame: 'readonly',
        Event: 'readonly',
        HTMLInputElement: 'readonly',
      },
    },
  },
  {
    files: ['**/*.cjs'],
    languageOptions: {
      sourceType: 'commonjs',
      globals: { module: 'writable', require: 'readonly' },
    },
  },
  prettier,
);
