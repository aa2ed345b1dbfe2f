/**
 * Which folder may import which, as docs/architecture.md draws it: imports go down only, and nothing goes in a circle.
 * What happens below is told upwards by events (`records/causes`).
 *
 * @type {import('dependency-cruiser').IConfiguration}
 */

/** The domains of the server, the highest first: each may import those after it. */
const serverDomains = [
  'websites',
  'formats',
  'test-runs',
  'approvals',
  'path',
  'today',
  'reports',
  'tags',
  'live-pages',
  'behavior',
  'calls',
  'inbox',
  'intake',
  'listings',
  'people-import',
  'people-changes',
  'library',
  'routing',
  'campaigns',
  'followup',
  'booking',
  'messages',
  'vouchers',
  'people',
  'split-tests',
  'funnels',
  'pages',
  'forms',
  'templates',
  'pictures',
  'results',
  'own-domains',
  'clients',
  'accounts',
];

/** The folders of core, the highest first. */
const coreFolders = [
  'html-reading',
  'website',
  'launch',
  'formats',
  'library',
  'templates',
  'page',
  'campaigns',
  'followup',
  'booking',
  'routing',
  'calls',
  'people',
  'conversions',
  'spend',
  'tags',
  'reports',
  'splittest',
  'results',
  'funnels',
  'domains',
  'languages',
  'inbox',
  'emails',
  'messages',
  'brand',
  'market',
  'listings',
  'clients',
  'staff',
  'opening',
  'forms',
  'conditions',
  'icons',
  'vouchers',
  'statistics',
  'basics',
];

/** The floors of the web app, the highest first. */
const webFloors = ['shell', 'features', 'ui', 'api'];

/** The features of the web app, the highest first. */
const webFeatures = [
  'team',
  'profile',
  'editor',
  'listings',
  'funnels',
  'today',
  'evidence',
  'reports',
  'funnel-results',
  'conversions',
  'spend',
  'tags',
  'split-tests',
  'results',
  'domains',
  'records',
  'fact-sheet',
  'sharing',
  'messages',
  'vouchers',
  'campaigns',
  'routing',
  'followup',
  'submissions',
  'people',
  'held',
  'bookings',
  'writing',
  'pages',
  'launch',
  'pictures',
  'bin',
  'conditions',
  'clients',
  'accounts',
];

const serverRoot = '^apps/server/src';

/** Each folder of a list may import those after it and none before it. */
const downOnly = (name, root, folders) =>
  folders.slice(1).map((folder, index) => ({
    name: `${name}: ${folder}`,
    severity: 'error',
    from: { path: `${root}/${folder}/` },
    to: { path: `${root}/(${folders.slice(0, index + 1).join('|')})/` },
  }));

const mayNot = (name, from, to) => ({
  name,
  severity: 'error',
  from: { path: from },
  to: { path: to },
});

export default {
  forbidden: [
    { name: 'no circles', severity: 'error', from: {}, to: { circular: true } },
    mayNot(
      'platform knows no domain',
      `${serverRoot}/platform/`,
      `${serverRoot}/(records|domains|api|site|demo)/`,
    ),
    mayNot(
      'records stand on platform',
      `${serverRoot}/records/`,
      `${serverRoot}/(domains|api|site|demo)/`,
    ),
    mayNot(
      'domains are below api and site',
      `${serverRoot}/domains/`,
      `${serverRoot}/(api|site|demo)/`,
    ),
    mayNot('api does not know site', `${serverRoot}/api/`, `${serverRoot}/(site|demo)/`),
    mayNot('site does not know api', `${serverRoot}/site/`, `${serverRoot}/(api|demo)/`),
    ...downOnly('domains go down', `${serverRoot}/domains`, serverDomains),
    ...downOnly('core goes down', '^packages/core/src', coreFolders),
    ...downOnly('web goes down', '^apps/web/src', webFloors),
    ...downOnly('features go down', '^apps/web/src/features', webFeatures),
    ...[
      ['apps/server/src/domains', serverDomains],
      ['packages/core/src', coreFolders],
      ['apps/web/src/features', webFeatures],
    ].map(([root, folders]) => ({
      name: `a folder of ${root} without a place in the order`,
      severity: 'error',
      from: { path: `^${root}/(?!(${folders.join('|')})/)[^/]+/` },
      to: {},
    })),
  ],
  options: {
    // Swc reads TypeScript of every version; imports of types count as well.
    parser: 'swc',
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    exclude: 'node_modules|/dist/|\\.test\\.|/testing/',
  },
};
