import angular from 'angular-eslint';
import tseslint from 'typescript-eslint';

const LONGEST_FUNCTION = { max: 60, skipBlankLines: true, skipComments: true };
/** Longer functions that stand: lists of columns and of invented data, and planners that are still to be cut into moves. */
const LONG_FUNCTIONS = [
  '**/*.spec.ts',
  'server/src/db/*tables.ts',
  'e2e/support/*.ts',
  'server/src/testing/*.ts',
  'web/src/app/testing/*.ts',
  'core/src/rounds/{compare-rules,limit-prices,lower-bound,visit-search,whole-model,zone-bound}.ts',
  'server/src/features/rounds/{planning-problem,rounds-input}.ts',
  'server/src/scenario/load-scenario.ts',
];

export default tseslint.config(
  { ignores: ['**/dist/', '.angular/', '.gantelet/', '**/*.cjs', 'test-results/', 'playwright-report/'] },
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.strict, ...tseslint.configs.stylistic],
    rules: {
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
      'max-lines-per-function': ['error', LONGEST_FUNCTION],
      'no-console': 'off',
    },
  },
  { files: LONG_FUNCTIONS, rules: { 'max-lines-per-function': 'off' } },
  {
    files: ['core/src/**/*.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'console', 'fetch'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Chance is an argument.' },
        { object: 'Date', property: 'now', message: 'The instant is an argument.' },
      ],
    },
  },
  {
    files: ['web/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/component-selector': [
        'error',
        { type: 'element', prefix: 'gan', style: 'kebab-case' },
      ],
      '@angular-eslint/component-class-suffix': ['error', { suffixes: ['Component', 'Page'] }],
      '@typescript-eslint/no-extraneous-class': 'off',
      // Only for dependency injection do imports of classes have to stay values.
      '@typescript-eslint/consistent-type-imports': 'off',
    },
  },
  {
    files: ['web/src/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
    rules: { '@angular-eslint/template/label-has-associated-control': 'off' },
  },
);
