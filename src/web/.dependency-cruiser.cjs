/** What may know what in the client; docs/architecture.md says why. */
const floors = [
  'generated',
  'ui',
  'api',
  'deck',
  'commands',
  'scene',
  'items',
  'stations',
  'show',
  'copy',
  'podium',
  'app',
];
const above = (floor) => `^src/(${floors.slice(floors.indexOf(floor) + 1).join('|')})/`;

module.exports = {
  forbidden: [
    { name: 'no-circle', severity: 'error', from: {}, to: { circular: true, viaOnly: { pathNot: '^src/items/' } } },
    {
      name: 'ui-and-api-know-nothing-of-decks',
      severity: 'error',
      from: { path: '^src/(ui|api)/' },
      to: { path: above('api') },
    },
    ...['deck', 'commands', 'scene', 'items', 'stations', 'show', 'copy', 'podium'].map((floor) => ({
      name: `${floor}-looks-down`,
      severity: 'error',
      from: { path: `^src/${floor}/`, pathNot: '\\.test\\.tsx?$' },
      to: { path: above(floor), pathNot: floor === 'stations' ? '^src/show/' : '^$' },
    })),
    {
      name: 'stations-stand-alone',
      severity: 'error',
      from: { path: '^src/stations/([^/]+)/' },
      // Settling a record and declaring the use belong to several.
      to: { path: '^src/stations/[^/]+/', pathNot: ['^src/stations/$1/', '^src/stations/settle/', 'UseSentence'] },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
  },
};
