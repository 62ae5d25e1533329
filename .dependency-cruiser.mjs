/**
 * Which room may import which, from the ground up; `bin/test lint` keeps it so. A room that others import has one front door, its `index.ts`.
 * A new room is a line here.
 */
const CORE = {
  base: [],
  show: ['base'],
  space: ['base', 'show'],
  engine: ['base', 'show', 'space'],
  ground: ['base', 'show', 'space'],
  scene: ['base', 'show', 'space'],
  mesh: ['base', 'show', 'space', 'ground'],
  light: ['base', 'show', 'space', 'engine'],
  seen: ['base', 'show', 'space', 'engine', 'light'],
  audio: ['base'],
  sound: ['base', 'show', 'space', 'engine', 'audio'],
  mix: ['base', 'show', 'space', 'engine', 'audio', 'sound'],
  score: ['base', 'show', 'space', 'engine'],
  study: ['base', 'show', 'space', 'engine', 'walking', 'light', 'seen'],
  findings: ['base', 'show', 'space'],
  walking: ['base', 'show', 'space', 'engine'],
  together: ['base', 'show', 'engine', 'walking'],
  tracks: ['base', 'show', 'space', 'walking'],
  testing: ['base', 'show', 'engine'],
}
/** The rooms of the engine; what lies beside them, its doors, may import all. */
const ENGINE = {
  log: [],
  history: ['log'],
  ways: ['log', 'history'],
  compile: ['log', 'history', 'ways'],
  world: ['log', 'history', 'ways', 'compile'],
  flight: ['log', 'history', 'ways', 'compile', 'world'],
  edges: ['log', 'history', 'ways', 'compile', 'world'],
  play: ['log', 'history', 'ways', 'compile', 'world', 'flight', 'edges'],
  steps: ['log', 'history', 'ways', 'compile', 'world', 'flight', 'edges', 'play'],
}
/** The rooms of the page: what a person sees, and below that what is edited and run. */
const APP = {
  words: [],
  document: ['words'],
  canvas: ['words'],
  charts: ['canvas'],
  run: ['words', 'document', 'canvas'],
  frame: ['words', 'document', 'run'],
  playback: ['words', 'document', 'run', 'frame'],
  plan: ['words', 'document', 'canvas', 'charts', 'run', 'frame'],
  eyes: ['words', 'document', 'canvas', 'run', 'frame', 'plan'],
  parts: ['words', 'document', 'frame'],
  sentence: ['words', 'document', 'frame', 'parts'],
  score: ['words', 'document', 'canvas', 'run', 'frame', 'parts'],
  wiring: ['words', 'document', 'frame', 'playback'],
  cues: ['words', 'document', 'canvas', 'charts', 'run', 'frame', 'playback', 'plan', 'parts', 'sentence'],
  desk: ['words', 'document', 'run', 'frame', 'playback', 'plan', 'parts', 'sentence', 'cues', 'wiring'],
  walking: ['words', 'document', 'canvas', 'run', 'frame', 'playback', 'eyes', 'desk'],
  bring: ['words', 'document', 'frame', 'parts'],
  tracks: ['words', 'document', 'run', 'frame'],
  sounds: ['words', 'document', 'canvas', 'charts', 'run', 'frame', 'playback', 'parts'],
  tables: ['words', 'document', 'frame', 'parts', 'wiring'],
  study: ['words', 'document', 'canvas', 'charts', 'run', 'frame', 'parts', 'history'],
  views: ['frame', 'score', 'cues', 'sounds', 'tables', 'study'],
  search: ['words', 'document', 'run', 'frame', 'playback', 'plan', 'cues', 'wiring', 'sounds', 'views', 'history'],
  mix: ['words', 'document', 'run', 'playback', 'parts'],
  shows: ['words', 'document', 'frame'],
  history: ['words', 'document', 'run', 'frame', 'parts'],
  keys: ['words', 'document', 'run', 'frame', 'plan', 'views'],
  pages: [
    'words',
    'document',
    'run',
    'frame',
    'playback',
    'plan',
    'eyes',
    'parts',
    'desk',
    'bring',
    'sounds',
    'views',
    'search',
    'mix',
    'history',
    'walking',
    'tracks',
    'shows',
    'keys',
  ],
}
/** What large rooms are made of; what lies beside these folders may import all of them, and they nothing of it. */
const PLAN = {
  forms: [],
  canvas: ['forms'],
  ways: ['forms', 'canvas'],
  hand: ['forms', 'canvas', 'ways'],
  section: ['forms', 'ways', 'hand'],
  ambience: ['forms', 'canvas'],
}
const CUES = {
  kinds: [],
  edits: [],
  atmosphere: ['kinds'],
  preview: ['kinds', 'edits'],
  step: ['kinds', 'atmosphere', 'preview'],
  stave: ['kinds', 'edits', 'preview'],
}
const DESK = {
  rule: [],
  thing: ['rule'],
  zone: ['rule', 'thing'],
}
const DOCUMENT = {
  keeping: [],
  making: [],
}
const SOUND = {
  measure: [],
  run: ['measure'],
}
const SHOW = {
  format: [],
  references: ['format'],
  reading: ['format', 'references'],
  editing: ['format', 'references', 'reading'],
}
/** The parts of the house. Of the server the page knows types alone. */
const HOUSE = {
  core: [],
  demo: ['core'],
  server: ['core', 'demo'],
  cli: ['core', 'demo', 'server'],
  app: ['core', 'server'],
}
const PACKAGES_OF_CORE = [
  'yup',
  'jsonc-parser',
  'earcut',
  'potpack',
  'flatbush',
  'clipper-lib',
  'fft.js',
  '@dimforge/rapier3d-deterministic-compat',
  '@wasm-audio-decoders/flac',
  '@wasm-audio-decoders/ogg-vorbis',
  'mpg123-decoder',
  'ogg-opus-decoder',
]

const TESTS = '(\\.test\\.ts$|^tests/)'
const folder = (house, room) => `${house}/${room}`

/** A rule for each room: nothing but what its line allows, and its own. */
const arrows = (house, rooms, others = []) =>
  Object.entries(rooms).map(([room, allowed]) => ({
    name: `arrow from ${house === '.' ? '' : `${house}/`}${room}`,
    severity: 'error',
    from: {
      path: `^${house === '.' ? room : folder(house, room)}/`,
      pathNot: [TESTS],
    },
    to: {
      path: house === '.' ? `^(${Object.keys(rooms).join('|')})/` : `^${house}/`,
      pathNot: [room, ...allowed, ...others].map((to) => `^${house === '.' ? to : folder(house, to)}/`),
    },
  }))

/** What lies outside a room reaches it by its front door. */
const doors = (house, rooms) =>
  Object.keys(rooms).map((room) => ({
    name: `front door of ${house}/${room}`,
    severity: 'error',
    from: { pathNot: [`^${house}/${room}/`, TESTS, '^core/testing/'] },
    to: { path: `^${house}/${room}/`, pathNot: `^${house}/${room}/index\\.ts$` },
  }))

const COMPUTATION = Object.fromEntries(Object.entries(CORE).filter(([room]) => room !== 'testing'))
export default {
  forbidden: [
    { name: 'no ring', severity: 'error', from: {}, to: { circular: true } },
    ...arrows('.', HOUSE),
    ...arrows('core', CORE),
    ...arrows('core/engine', ENGINE),
    ...arrows('app', APP),
    ...arrows('core/show', SHOW),
    ...arrows('core/sound', SOUND),
    ...arrows('app/plan', PLAN),
    ...arrows('app/cues', CUES),
    ...arrows('app/desk', DESK),
    ...arrows('app/document', DOCUMENT),
    ...doors('core', COMPUTATION),
    ...doors('core/engine', ENGINE),
    {
      name: 'of the server the page knows types alone',
      severity: 'error',
      from: { path: '^app/', pathNot: TESTS },
      to: { path: '^server/', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'core runs anywhere',
      severity: 'error',
      from: { path: '^core/', pathNot: [TESTS, '^core/testing/'] },
      to: {
        dependencyTypes: ['core', 'npm', 'npm-dev', 'unknown'],
        pathNot: PACKAGES_OF_CORE.map((name) => `node_modules/${name}/`),
      },
    },
    {
      name: 'resolves',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true, pathNot: '^(#|virtual:|nitropack)' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^(\\.nuxt|\\.build|\\.output)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.rooms.json' },
    enhancedResolveOptions: {
      extensions: ['.ts', '.mjs', '.js', '.vue', '.json'],
      exportsFields: ['exports'],
      conditionNames: ['import', 'module', 'default', 'types'],
      mainFields: ['module', 'main'],
    },
  },
}
