// Which room may import which; the same table stands in README. A room not named in `may` is closed to it.
const rooms = {
  core: { rooms: [], packages: ['zod'] },
  db: { rooms: ['core'], packages: ['sequelize', 'mariadb', 'umzug'] },
  desk: { rooms: ['core', 'db'], packages: null },
  components: { rooms: ['core', 'outbox'], packages: null },
  outbox: { rooms: ['core'], packages: ['idb', 'ulid', 'zod'] },
  workers: { rooms: ['core'], packages: [] },
  // What looks at every request before the application does; `server.ts` brings both together.
  door: { rooms: ['core'], packages: [] },
  app: { rooms: ['desk', 'components', 'outbox', 'workers', 'core'], packages: null },
  demo: { rooms: ['core', 'desk'], packages: ['ulid'] },
  // Outside devices: they know the public API by HTTP and nothing of the house.
  standins: { rooms: [], packages: [] },
};
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

module.exports = {
  forbidden: [
    ...forbidden,
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
