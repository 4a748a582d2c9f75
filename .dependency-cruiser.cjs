// The arrows of the house: who may know whom. `docs/decisions/0002-the-arrows.md` says why.
const layers = [
  'foundation',
  'units',
  '(timber|geometry)',
  'solver',
  'stock',
  '(hazards|yield)',
  'project',
  '(planning|shop)',
  'ledger',
  'exchange',
];

/** Each layer of the core may know itself and those before it, never one after it. */
const upward = layers.slice(0, -1).map((layer, i) => ({
  name: `core: ${layer} knows nothing above it`,
  severity: 'error',
  from: { path: `^core/src/${layer}/`, pathNot: '\\.test\\.ts$' },
  to: { path: `^core/src/(${layers.slice(i + 1).join('|')})/` },
}));

/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    ...upward,
    {
      name: 'core: knows wood and nothing of screens, stores or files',
      severity: 'error',
      from: { path: '^core/src/', pathNot: '\\.test\\.ts$' },
      // A short list of pure packages: deep equality, calendar days, edit distance, a queue by priority.
      to: { pathNot: '^core/src/|node_modules/(fast-deep-equal|date-fns|fastest-levenshtein|tinyqueue)/' },
    },
    {
      name: 'core: the plan is verified by code of its own',
      severity: 'error',
      from: { path: '^core/src/solver/verify-plan\\.ts$' },
      to: { path: '^core/src/', pathNot: '^core/src/(solver/instance|geometry/rectangle)\\.ts$' },
    },
    {
      name: 'core: the solver has no idea of a shop',
      severity: 'error',
      from: { path: '^core/src/solver/', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/src/', pathNot: '^core/src/(solver|geometry|foundation)/' },
    },
    {
      name: 'outside: only the core’s public face',
      severity: 'error',
      from: { path: '^(app|cli|server|demo)/', pathNot: '\\.test\\.ts$' },
      to: { path: '^core/src/', pathNot: '^core/src/public/' },
    },
    {
      name: 'app: the ways of writing a figure know the core only',
      severity: 'error',
      from: { path: '^app/src/format/' },
      to: { path: '^app/src/', pathNot: '^app/src/format/' },
    },
    {
      name: 'app: drawing knows core types and how a figure is written, no store',
      severity: 'error',
      from: { path: '^app/src/drawing/' },
      to: { path: '^app/src/', pathNot: '^app/src/(drawing|format)/' },
    },
    {
      name: 'app: our controls know drawing and format, no store',
      severity: 'error',
      from: { path: '^app/src/ui/', pathNot: '\\.spec\\.ts$' },
      to: { path: '^app/src/', pathNot: '^app/src/(ui|drawing|format)/' },
    },
    {
      name: 'app: stations speak to the shop, not to storage or workers',
      severity: 'error',
      from: { path: '^app/src/stations/' },
      to: { path: '^app/src/(storage|workers|readers)/' },
    },
    {
      name: 'app: what is kept and worked out knows no screens',
      severity: 'error',
      from: { path: '^app/src/(shop-store|planning|estimates|in-hand|storage|workers|readers)/' },
      to: {
        path: '^app/src/(stations|shell|settings|first-job|files|labels|instruments|keys|notices|drawing|ui)/',
      },
    },
    {
      name: 'app: the shop’s document knows nothing of plans and estimates made from it',
      severity: 'error',
      from: { path: '^app/src/shop-store/', pathNot: '\\.test\\.ts$' },
      to: { path: '^app/src/(planning|estimates|in-hand)/' },
    },
    {
      name: 'app: only the start imports the shell',
      severity: 'error',
      from: { path: '^app/src/(?!shell/|main\\.ts$)' },
      to: { path: '^app/src/shell/' },
    },
    {
      name: 'app: nothing but the routes imports a station',
      severity: 'error',
      from: { path: '^app/src/', pathNot: '^app/src/(shell/routes\\.ts$|stations/)' },
      to: { path: '^app/src/stations/' },
    },
    {
      name: 'app: no station imports another',
      severity: 'error',
      from: { path: '^app/src/stations/([^/]+)/' },
      to: { path: '^app/src/stations/', pathNot: '^app/src/stations/$1/' },
    },
    {
      name: 'no circles',
      severity: 'error',
      from: {},
      to: { circular: true, dependencyTypesNot: ['type-only'] },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(node_modules|dist|generated)' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.mjs', '.js'] },
  },
};
