// Which room may import which; the same table stands in README. A room not named in `may` is closed to it.
const rooms = {
  core: { rooms: [], packages: ['zod', 'diff', 'canonicalize'] },
  db: { rooms: ['core'], packages: ['sequelize', 'mariadb', 'umzug'] },
  desk: { rooms: ['core', 'db'], packages: null },
  components: { rooms: ['core', 'outbox'], packages: null },
  outbox: { rooms: ['core'], packages: ['idb', 'ulid', 'zod'] },
  workers: { rooms: ['core'], packages: ['serwist'] },
  // What looks at every request before the application does; `server.ts` brings both together.
  door: { rooms: ['core'], packages: ['prom-client'] },
  app: { rooms: ['desk', 'components', 'outbox', 'workers', 'core'], packages: null },
  demo: { rooms: ['core', 'desk'], packages: ['ulid'] },
  // Outside devices: they know the public API by HTTP and nothing of the house.
  standins: { rooms: [], packages: [] },
};
/**
 * Floors inside a room, lowest first: a folder imports only what stands on its own floor or below it, and of those on its
 * own floor only what is named before it. A file that stands in no folder belongs to the ground.
 */
const floors = {
  core: [
    'words',
    'time',
    'fields',
    'units',
    'people',
    'changes',
    'entry',
    'viscosity',
    'compat',
    'bearing',
    'gear',
    'grease',
    'oil',
    'meter',
    'interval',
    'lubricant',
    'procedure',
    'capacity',
    'route',
    'weeks',
    'floor',
    'register',
    'sump',
    'dosing',
    'condition',
    'follow',
    'store',
    'assign',
    'walk',
  ],
  desk: [
    'log',
    'people',
    'standing',
    'change',
    'follow',
    'store',
    'register',
    'assign',
    'plan',
    'write',
    'ahead',
    'walk',
    'bulk',
    'read',
  ],
};
/** Lists of what the folders hold, which stand above them all. */
const roofs = { core: ['methods.ts', 'parsers.ts'] };
const allRooms = [...Object.keys(rooms), 'scripts', 'e2e'];
const notTests = '(\\.test\\.tsx?|/testing\\.ts)$';

const forbidden = Object.entries(rooms).flatMap(([room, may]) => {
  const closed = allRooms.filter((other) => other !== room && !may.rooms.includes(other));
  const rules = [
    {
      name: `${room}-may-not-import-room`,
      severity: 'error',
      comment: `${room}/ may import only: ${[room, ...may.rooms].join(', ')}.`,
      from: { path: `^${room}/`, pathNot: notTests },
      to: { path: `^(${closed.join('|')})/` },
    },
  ];
  if (may.packages) {
    const allowed = may.packages.map((name) => `node_modules/${name}/`).join('|') || 'nothing';
    rules.push({
      name: `${room}-may-not-import-package`,
      severity: 'error',
      comment: `${room}/ may use only these packages: ${may.packages.join(', ') || 'none'}.`,
      from: { path: `^${room}/`, pathNot: notTests },
      to: { path: 'node_modules/', pathNot: allowed },
    });
  }
  if (['core', 'components', 'workers', 'outbox'].includes(room)) {
    rules.push({
      name: `${room}-may-not-use-node`,
      severity: 'error',
      comment: `${room}/ runs in the browser too.`,
      from: { path: `^${room}/`, pathNot: notTests },
      to: { dependencyTypes: ['core'] },
    });
  }
  return rules;
});

const upwards = Object.entries(floors).flatMap(([room, order]) => [
  ...order.map((folder, index) => ({
    name: `${room}-imports-only-downwards`,
    severity: 'error',
    comment: `${room}/${folder} may import from ${room}/ only: ${order.slice(0, index).join(', ') || 'the ground'}.`,
    from: { path: `^${room}/${folder}/`, pathNot: notTests },
    to: {
      path: `^${room}/([^/]+/|(${(roofs[room] ?? ['nothing']).join('|')})$)`,
      pathNot: `^${room}/(${order.slice(0, index + 1).join('|')})/`,
    },
  })),
  {
    name: `${room}-imports-only-downwards`,
    severity: 'error',
    comment: `What stands in no folder of ${room}/ is its ground and imports none.`,
    from: { path: `^${room}/[^/]+$`, pathNot: [notTests, `^${room}/(${(roofs[room] ?? ['nothing']).join('|')})$`] },
    to: { path: `^${room}/[^/]+/` },
  },
  {
    name: `${room}-has-no-such-floor`,
    severity: 'error',
    comment: `A folder of ${room}/ has its place in the order of floors, above.`,
    from: { path: `^${room}/[^/]+/`, pathNot: `^${room}/(${order.join('|')})/` },
    to: {},
  },
]);

module.exports = {
  forbidden: [
    ...forbidden,
    ...upwards,
    {
      name: 'no-circular',
      severity: 'error',
      comment: 'A cycle has no first page to read.',
      from: {},
      to: { circular: true },
    },
    {
      name: 'resolvable',
      severity: 'error',
      comment: 'An import that leads nowhere hides what it would have broken.',
      from: {},
      to: { couldNotResolve: true },
    },
  ],
  options: {
    tsPreCompilationDeps: true, // type imports count as imports
    tsConfig: { fileName: 'tsconfig.json' },
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
