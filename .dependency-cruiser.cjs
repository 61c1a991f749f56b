// The arrows between rooms go downwards only (docs/architecture.md).
const core = (room) => `^packages/core/src/${room}/`;
const layers = [
  ['units', 'rights', 'fields', 'sentences'],
  ['wording'],
  ['colour', 'geometry'],
  ['raster', 'type', 'wear'],
  ['steps'],
  ['drawing', 'cutline', 'trace', 'film'],
  ['parts', 'sketch'],
  ['design'],
  ['resolve', 'spec', 'svg'],
  ['proof', 'placement', 'sheet', 'mockup', 'press'],
  ['export', 'listing'],
  ['almanac', 'demand', 'phrases', 'idea', 'figure', 'standing'],
  ['series'],
];
const upwards = layers.slice(0, -1).map((rooms, i) => ({
  name: `${rooms.join('-and-')}-look-down-only`,
  severity: 'error',
  from: { path: rooms.map(core).join('|'), pathNot: '\\.test\\.ts$' },
  to: {
    path: layers
      .slice(i + 1)
      .flat()
      .map(core)
      .join('|'),
  },
}));

// Those of the engine, the lowest first.
const ground = ['ground', 'pictures', 'shipped', 'archives', 'files|receivers'].map(
  (room) => `^packages/engine/src/(${room})/`,
);
const engineUpwards = ground.slice(0, -1).map((room, i) => ({
  name: `engine-${i}-looks-down-only`,
  severity: 'error',
  from: { path: room, pathNot: '\\.test\\.ts$' },
  to: { path: ground.slice(i + 1).join('|') },
}));

module.exports = {
  forbidden: [
    ...upwards,
    ...engineUpwards,
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-stands-alone',
      comment: 'no interface, no server, no platform',
      severity: 'error',
      from: { path: '^packages/core/src', pathNot: '\\.test\\.ts$|/testing/' },
      to: { path: '^apps/|^node:|node_modules/(react|@nestjs|sharp|@napi-rs|konva)' },
    },
    {
      name: 'engine-knows-no-app',
      comment: 'no HTTP, no database, no interface',
      severity: 'error',
      from: { path: '^packages/engine/src', pathNot: '\\.test\\.ts$' },
      to: { path: '^apps/|node_modules/(react|@nestjs|typeorm|mysql2|express)' },
    },
    {
      name: 'contract-is-types-over-core',
      severity: 'error',
      from: { path: '^packages/contract/src' },
      to: { path: '^apps/|^packages/(engine|scenery)|^node:|node_modules' },
    },
    {
      name: 'engine-by-its-door',
      severity: 'error',
      from: { path: '^apps/' },
      to: { path: '^packages/engine/src/(?!index\\.ts)' },
    },
    {
      name: 'rooms-by-their-door',
      comment: 'another room of core is entered through its index',
      severity: 'error',
      from: { path: '^packages/core/src/([^/]+)/', pathNot: '\\.test\\.ts$' },
      to: { path: '^packages/core/src/([^/]+)/(?!index\\.ts)', pathNot: '^packages/core/src/$1/' },
    },
    {
      name: 'judges-read-the-drawing',
      comment: 'what is drawn is judged, never the parts that it comes from; mends alone may read the design',
      severity: 'error',
      from: { path: '^packages/core/src/proof/(checks|measure)/', pathNot: '\\.test\\.ts$' },
      to: { path: '^packages/core/src/(design|parts|type/(?!index))/' },
    },
    {
      name: 'apps-enter-core-by-its-doors',
      severity: 'error',
      from: { path: '^apps/' },
      to: { path: '^packages/core/src/[^/]+/(?!index\\.ts)' },
    },
    {
      name: 'web-knows-no-server',
      severity: 'error',
      from: { path: '^apps/web' },
      to: { path: '^apps/(server|cli)' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    exclude: { path: '/dist/' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['types', 'import', 'require', 'default'],
    },
  },
};
