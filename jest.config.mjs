const transform = (jsx) => ({
  '^.+\\.m?[jt]sx?$': [
    '@swc/jest',
    {
      swcrc: false,
      jsc: {
        target: 'es2022',
        parser: { syntax: 'typescript', tsx: jsx, decorators: true },
        transform: {
          legacyDecorator: true,
          decoratorMetadata: true,
          useDefineForClassFields: false,
          react: { runtime: 'automatic' },
        },
        keepClassNames: true,
      },
      module: { type: 'commonjs' },
    },
  ],
});

/** These packages ship as ES modules only. */
const modern = [
  'email-reply-parser',
  'file-type',
  'strtok3',
  'token-types',
  'uint8array-extras',
  '@tokenizer',
  '@borewit',
  '@electric-sql/pglite',
  '@electric-sql/pglite-utils',
  '@electric-sql/pglite-socket',
  'temporal-polyfill',
  'temporal-utils',
  'culori',
  'isbot',
  'ical-generator',
  '@stablelib',
  'jose',
  'syllable',
  '@tanstack/react-table',
  '@tanstack/table-core',
  '@tanstack/react-store',
  '@tanstack/store',
  '@sindresorhus',
];

const project = (name, folder) => ({
  displayName: name,
  rootDir: folder,
  testEnvironment: 'node',
  testEnvironmentOptions: { customExportConditions: ['@plumgate/source', 'node', 'node-addons'] },
  extensionsToTreatAsEsm: [],
  transform: transform(true),
  transformIgnorePatterns: [`/node_modules/(?!(${modern.join('|')})/)`],
  testMatch: ['<rootDir>/src/**/*.test.{ts,tsx}'],
});

/** The same tests as those of another project in a few files instead of a hundred: for the whole suite. */
const together = (of) => ({
  ...of,
  displayName: `${of.displayName}-together`,
  testMatch: ['<rootDir>/together/*.together.cjs'],
  setupFilesAfterEnv: [
    ...(of.setupFilesAfterEnv ?? []),
    '<rootDir>/../../scripts/try-once-more.cjs',
  ],
});

const core = project('core', 'packages/core');
const server = {
  ...project('server', 'apps/server'),
  globalSetup: '<rootDir>/src/testing/prepare.ts',
  setupFiles: ['reflect-metadata'],
  setupFilesAfterEnv: ['<rootDir>/src/testing/after-file.ts'],
};
const screens = {
  ...project('screens', 'apps/web'),
  testEnvironment: 'jsdom',
  testEnvironmentOptions: { customExportConditions: ['@plumgate/source', 'browser'] },
  setupFiles: ['<rootDir>/jest-browser.mjs'],
  setupFilesAfterEnv: ['<rootDir>/src/testing/tidy.ts'],
  testMatch: ['<rootDir>/src/**/*.test.tsx'],
};

export default {
  projects: [
    core,
    together(core),
    project('contract', 'packages/contract'),
    project('email-kit', 'packages/email-kit'),
    project('page-kit', 'packages/page-kit'),
    { ...project('web', 'apps/web'), testMatch: ['<rootDir>/src/**/*.test.ts'] },
    screens,
    together(screens),
    server,
    together(server),
  ],
  maxWorkers: 2,
  testTimeout: 120_000,
};
