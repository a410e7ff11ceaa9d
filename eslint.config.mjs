import eslint from '@eslint/js';
import angular from 'angular-eslint';
import prettier from 'eslint-config-prettier';
import { defineConfig } from 'eslint/config';
import tseslint from 'typescript-eslint';

const wholeZod = {
  selector: "ImportDeclaration[source.value='zod'] > ImportSpecifier",
  message: "import * as z from 'zod': a quarter of the weight",
};

const HOT_LOOPS = [
  'core/audit/simulate-day.ts',
  'core/audit/inverter-fit.ts',
  'core/audit/sound/*.ts',
  'core/cells/interpolate.ts',
  'core/charging/single-charge.ts',
  'core/charging/trace-week.ts',
  'core/climate/clearness-days.ts',
  'core/climate/sky-day.ts',
  'core/climate/sun-track.ts',
  'core/climate/tilted-plane.ts',
  'core/counter/*.ts',
  'core/logbook/day-integrator.ts',
  'core/logbook/full-marks.ts',
  'core/logbook/import/*.ts',
  'core/monitor/bench/search.ts',
  'core/network/*.ts',
  'core/series/*.ts',
  'core/simulation/*.ts',
  'core/sources/solar-current.ts',
  'core/sources/week-hours.ts',
  'core/statistics/*.ts',
  'core/wiring/parallel/drain.ts',
];

export default defineConfig(
  {
    ignores: [
      'dist/**',
      'dist-server/**',
      '.angular/**',
      'coverage/**',
      'playwright-report/**',
      'test-results/**',
      'bench/out/**',
    ],
  },
  {
    files: ['app/**/*.ts'],
    extends: [
      eslint.configs.recommended,
      tseslint.configs.recommendedTypeChecked,
      angular.configs.tsRecommended,
      prettier,
    ],
    processor: angular.processInlineTemplates,
    languageOptions: {
      parserOptions: { project: ['./tsconfig.json'], tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
      '@angular-eslint/prefer-standalone': 'error',
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'co', style: 'kebab-case' }],
      '@angular-eslint/directive-selector': ['error', { type: 'attribute', prefix: 'co', style: 'camelCase' }],
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/unbound-method': 'off',
      'no-restricted-syntax': ['error', wholeZod],
    },
  },
  { files: ['app/**/*.spec.ts', 'app/testing/**'], extends: [tseslint.configs.disableTypeChecked] },
  { files: ['app/**/*.html'], extends: [angular.configs.templateRecommended, angular.configs.templateAccessibility] },
  {
    files: ['core/**/*.ts', 'server/**/*.ts', 'demo/**/*.ts', 'e2e/**/*.ts', 'bench/**/*.ts'],
    extends: [eslint.configs.recommended, tseslint.configs.recommended, prettier],
    rules: { 'no-restricted-syntax': ['error', wholeZod] },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.spec.ts', 'core/kept-spec/**', 'core/types/**'],
    extends: [tseslint.configs.recommendedTypeChecked],
    languageOptions: {
      parserOptions: { project: ['./tsconfig.json'], tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: ['@angular/*', '@ngrx/*', 'ng-zorro-antd/*', 'rxjs', '../app/*', '@app/*', 'node:*'] },
      ],
      'no-restricted-globals': ['error', 'window', 'document', 'performance', 'localStorage'],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'the core has no clock: take nowMs as a parameter' },
        { object: 'Math', property: 'random', message: 'the core has no dice: take a seed as a parameter' },
      ],
      '@typescript-eslint/no-non-null-assertion': 'error',
    },
  },
  {
    // Loops over samples, hours and frames: an index that is checked twice there would be paid for millions of times.
    files: HOT_LOOPS,
    rules: { '@typescript-eslint/no-non-null-assertion': 'off' },
  },
);
