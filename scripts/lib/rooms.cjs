/**
 * The rooms of a floor, from the lowest up: what stands in a room imports from the rooms before it and from itself, so that there is no ring.
 * What stands in no room, beside the rooms, is above all of them.
 */
const ROOMS = {
  'core/src': [
    'time',
    'model',
    'kinds',
    'steps/pair',
    'steps/hold-to-plan',
    'steps/round',
    'steps/workday',
    'steps/breaks',
    'steps/overtime',
    'steps/premiums',
    'steps/guarantees',
    'steps/lines',
    'corrections',
    'exceptions',
    'rulebook',
    'input',
    'card',
    'pay',
    'imports',
    'periods',
    'regular-rate',
    'holiday-average',
    'reports',
    'compute.ts',
    'proof',
    'reference',
  ],
  'server/src': [
    'base',
    'packed',
    'database',
    'rights',
    'http',
    'records',
    'cards',
    'pay',
    'recompute',
    'queue',
    'features',
    'tasks',
    'demo',
  ],
};

const TESTS = '\\.test\\.ts$|/testing/';
const pathOf = (floor, room) => `^${floor}/${room.replace('.', '\\.')}${room.endsWith('.ts') ? '$' : '/'}`;

/** A rule for each room: nothing above it is imported. */
function ofFloor([floor, rooms]) {
  const paths = rooms.map((room) => pathOf(floor, room));
  const each = rooms.map((room, i) => ({
    name: `${floor.replace('/src', '')}: nothing above ${room}`,
    severity: 'error',
    from: { path: paths[i], pathNot: TESTS },
    to: { path: `^${floor}/`, pathNot: paths.slice(0, i + 1) },
  }));
  const elsewhere = {
    name: `${floor.replace('/src', '')}: a folder is a room, with its place in scripts/lib/rooms.cjs`,
    severity: 'error',
    from: { path: `^${floor}/.+/`, pathNot: [...paths, TESTS] },
    to: {},
  };
  return [...each, elsewhere];
}

exports.roomRules = Object.entries(ROOMS).flatMap(ofFloor);
