import prettier from 'eslint-config-prettier';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Imports go one way: web and server → page-kit, email-kit → core; contract → core. Nothing crosses between the apps. */
const mayNotImport = (files, names, why) => ({
  files,
  ignores: ['**/*.test.*'],
  rules: {
    '@typescript-eslint/no-restricted-imports': [
      'error',
      { patterns: [{ group: names, message: why }] },
    ],
  },
});

export default tseslint.config(
  {
    ignores: [
      '**/dist/**',
      '**/node_modules/**',
      '.tmp/**',
      'data/**',
      'apps/server/migrations/**',
    ],
  },
  ...tseslint.configs.recommended,
  // How Jest itself loads a file that it does not translate.
  { files: ['**/*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
  {
    files: ['**/*.ts', '**/*.tsx'],
    languageOptions: {
      parserOptions: {
        projectService: {
          allowDefaultProject: [
            'packages/page-kit/vite.config.ts',
            'apps/web/vite.config.ts',
            'apps/server/drizzle.config.ts',
          ],
        },
      },
    },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      // An interface that extends one type is its name (see `namedSchema`).
      '@typescript-eslint/no-empty-object-type': [
        'error',
        { allowInterfaces: 'with-single-extends' },
      ],
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true },
      ],
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_' },
      ],
      '@typescript-eslint/consistent-type-imports': [
        'error',
        { fixStyle: 'inline-type-imports', prefer: 'type-imports' },
      ],
    },
  },
  {
    files: ['apps/server/src/**/*.ts', 'packages/*/src/**/*.ts', 'packages/*/src/**/*.tsx'],
    rules: {
      // A promise that nobody waits for has a handler, also behind `void`: one without ended the process. (In the web
      // app, whose screens show what failed, one handler for the whole window takes what is left.)
      '@typescript-eslint/no-floating-promises': [
        'error',
        {
          ignoreVoid: false,
          // A reply can be awaited, and never needs to be.
          allowForKnownSafePromises: [
            { from: 'package', name: 'FastifyReply', package: 'fastify' },
          ],
        },
      ],
    },
  },
  {
    files: ['apps/server/src/**/*.ts'],
    rules: { '@typescript-eslint/consistent-type-imports': 'off' },
  },
  {
    files: ['apps/web/src/**/*.tsx', 'apps/web/src/**/*.ts'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  mayNotImport(
    ['packages/core/src/**'],
    ['node:*', 'react*', '@nestjs/*', 'drizzle*', 'pino', '@plumgate/*'],
    'Core computes: no I/O, no interface code, no other package of ours.',
  ),
  mayNotImport(
    ['packages/contract/src/**'],
    [
      ...['react*', '@nestjs/*', 'drizzle*', '@plumgate/page-kit', '@plumgate/email-kit'],
      ...['@plumgate/server', '@plumgate/web'],
    ],
    'The contract stands on core alone.',
  ),
  mayNotImport(
    ['packages/page-kit/src/**'],
    ['@nestjs/*', 'drizzle*', '@plumgate/contract', '@plumgate/server', '@plumgate/web'],
    'Page-kit stands on core alone.',
  ),
  mayNotImport(
    ['packages/email-kit/src/**'],
    [
      ...['@nestjs/*', 'drizzle*', '@plumgate/contract', '@plumgate/page-kit'],
      ...['@plumgate/server', '@plumgate/web'],
    ],
    'Email-kit stands on core alone.',
  ),
  mayNotImport(
    ['apps/web/src/**'],
    ['node:*', '@nestjs/*', 'drizzle*', '@plumgate/server', '**/apps/server/**'],
    'The web app speaks to the server by the contract.',
  ),
  mayNotImport(
    ['apps/server/src/**'],
    ['@plumgate/web', '**/apps/web/**'],
    'The server does not know the web app.',
  ),
  {
    files: ['packages/core/src/**', 'apps/server/src/**'],
    ignores: ['**/clock.ts', '**/*.test.*'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: "MemberExpression[object.name='Date'][property.name='now']",
          message: 'Ask the Clock.',
        },
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'Ask the Clock.',
        },
        {
          selector: "MemberExpression[object.name='Temporal'][property.name='Now']",
          message: 'Ask the Clock.',
        },
      ],
    },
  },
  prettier,
);
