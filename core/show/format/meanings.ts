/**
 * What each field of the document means, in words: for docs/format.md, which is written from the table and these. `[kind]` is the field
 * of one kind only. Units: metres, seconds, degrees, decibels, cents, candela; axes as in glTF 2.0, +Y up.
 */
type Meanings = { [record: string]: { about: string; fields: { [field: string]: string } } }

const ID = 'its id, unique in its list'
const NAME = 'what it is called'
const TURN = 'turned counter-clockwise from above'

export const MEANINGS: Meanings = {
  show: {
    about:
      'The document: plain JSON in UTF-8, extension `.esvik.json`. A field it doesn’t know is an error that names it and its place.',
    fields: {
      format: 'what it is',
      version: 'of the format; a newer one is refused in words',
      title: 'what the show is called',
      note: 'on the whole',
      player: 'what players measure and how fast they go',
      place: 'where it is',
      atmosphere: 'how it is before anything else',
      atmospheres: 'named ones that steps go to',
      flags: 'what rules remember and ask',
      sounds: 'files that can be heard',
      pools: 'sounds of which one is drawn each time',
      buses:
        'ways on which sounds are loud or soft together; `bed`, `spot`, `scare` and `music` are there by themselves',
      cues: 'what can happen',
      zones: 'where something fires',
      kits: 'rules that several zones share',
      rules: 'rules without a zone; only signals and the clock set them off',
      walks: 'ways that somebody goes',
      wishes: 'what the whole should keep to',
    },
  },
  wishes: {
    about: 'What the whole play-through should keep to. Nothing of a run depends on it.',
    fields: {
      quiet: 'how long one is left in peace between two scares (s)',
      ceiling: 'the loudest that is wanted, over 3 s (LUFS)',
      flashes: 'the most flashes a second',
    },
  },
  player: {
    about: 'What players measure, and creatures that say nothing else.',
    fields: {
      height: 'of the body (m)',
      radius: 'of the body (m)',
      eye: 'how high the eyes are (m)',
      walk: 'the pace of a walk that says none (m/s)',
      run: 'the pace of a runner (m/s)',
    },
  },
  place: {
    about: 'Floors, walls, what stands there, lamps, and marks.',
    fields: {
      floors: 'where one walks',
      walls: 'what one sees and goes round',
      props: 'what stands there',
      lights: 'lamps',
      marks: 'spots to be put at, looked at, seen from',
      mesh: 'the place as another program drew it',
    },
  },
  floor: {
    about: 'A walkable polygon.',
    fields: {
      id: ID,
      name: NAME,
      y: 'its height, of a ramp that of its foot (m)',
      outline: 'its corners, x and z (m)',
      note: 'on it',
      slopeTo: 'it is a ramp: an edge lies at another height',
    },
  },
  slopeTo: { about: 'How a ramp rises.', fields: { edge: 'the two corners of its head, by their numbers', y: 'the height of its head (m)' } }, // prettier-ignore
  wall: {
    about: 'A straight wall.',
    fields: {
      id: ID,
      name: NAME,
      from: 'one end (m)',
      to: 'the other end (m)',
      note: 'on it',
      y: 'its foot (m)',
      height: 'from its foot (m)',
      thickness: 'across (m)',
      openings: 'doorways and windows',
    },
  },
  opening: {
    about: 'A doorway or a window. Over a sill of more than 0.4 m nobody walks.',
    fields: {
      id: 'its id, unique in its wall',
      name: NAME,
      at: 'where it begins, from the wall’s `from` (m)',
      width: 'along the wall (m)',
      sill: 'how high it begins (m)',
      height: 'from its sill (m)',
    },
  },
  prop: {
    about: 'Something that stands in the place.',
    fields: {
      id: ID,
      name: NAME,
      kind: 'what stops bodies and looks',
      at: 'the middle of its underside (m)',
      size: 'width along its own x, height, depth along its own z (m)',
      note: 'on it',
      yaw: TURN,
      colour: 'what it is painted',
      asset: 'the file of its model, by its SHA-256',
      shown: 'whether it is seen at first',
      solid: 'whether bodies and looks are stopped by it',
      mass: 'for its flight (kg)',
      bounce: 'how much of a blow it gives back',
      grip: 'how it rubs',
      form: 'what it is drawn as; its box or cylinder if nothing is said',
      hinge: 'the side a door hangs on, seen from its own +z; left if nothing is said',
      tags: 'words to be noticed by',
    },
  },
  light: {
    about: 'A lamp.',
    fields: {
      id: ID,
      name: NAME,
      kind: 'all round, or in a cone',
      at: 'where it burns; in its prop’s frame if it is tied to one (m)',
      candela: 'how bright (cd)',
      note: 'on it',
      yaw: 'which way a cone shines',
      pitch: 'how far up a cone shines; −90 is straight down',
      colour: 'of its light',
      reach: 'how far it shines (m)',
      cone: 'the whole opening of its cone (°)',
      edge: 'the share of the cone in which it fades out',
      on: 'whether it burns at first',
      tiedTo: 'what it goes with',
    },
  },
  tie: { about: 'What something goes with.', fields: { prop: 'a prop, by its id', player: 'the player' } },
  mark: {
    about: 'A spot in the place.',
    fields: {
      id: ID,
      name: NAME,
      kind: 'where one stands, or where a picture is seen from',
      at: 'the feet of who stands there, or the eye of the picture (m)',
      note: 'on it',
      yaw: 'which way it faces',
      pitch: 'how far up a picture looks',
      fov: 'how wide a picture is, from top to bottom (°)',
    },
  },
  mesh: {
    about: 'A place brought in from glTF 2.0.',
    fields: {
      asset: 'the file, by its SHA-256',
      scale: 'metres for each of its units',
      yaw: TURN,
      at: 'where its origin lies (m)',
      cutAt: 'its section at this height is the plan (m)',
    },
  },
  atmosphere: {
    about: 'How the air and the light are. A step or a preset says some of it, the rest stays.',
    fields: {
      ambient: 'the colour of the light that comes from everywhere',
      level: 'how much of that light there is',
      shadow: 'the colour of what no lamp reaches',
      fog: 'what hides what is far',
      vignette: 'what darkens the edge of the picture',
      exposure: 'how bright the picture is',
    },
  },
  fog: { about: 'Fog.', fields: { colour: 'of the fog', density: 'how much it hides a metre' } },
  vignette: { about: 'A darkened edge.', fields: { amount: 'how dark', softness: 'how soft' } },
  preset: {
    about: 'An atmosphere with a name, of which anything may be said.',
    fields: { id: ID, name: NAME, note: 'on it' },
  },
  flag: { about: 'What rules remember and ask.', fields: { id: ID, name: NAME, start: 'what it is at first: yes, no or a number', note: 'on it' } }, // prettier-ignore
  sound: {
    about: 'A file that can be heard.',
    fields: {
      id: ID,
      name: NAME,
      asset: 'the file, by its SHA-256',
      seconds: 'how long the file is (s)',
      note: 'on it',
      gain: 'how much louder it is played (dB)',
      trim: 'from when to when it is played (s of the file)',
      tags: 'words to find it by',
    },
  },
  pool: {
    about: 'Sounds of which one is drawn each time.',
    fields: {
      id: ID,
      name: NAME,
      sounds: 'what is drawn from',
      note: 'on it',
      draw: 'each once before any comes again, by chance and weight, or one after the other',
      avoid: 'so many of the last are not drawn again',
      gain: 'between these it is louder, drawn each time (dB)',
      pitch: 'between these it is higher, drawn each time (cents)',
    },
  },
  'sound of a pool': {
    about: 'One of them.',
    fields: { sound: 'by its id', weight: 'how often it comes against the others' },
  },
  bus: { about: 'A way on which sounds are loud or soft together.', fields: { id: ID, name: NAME, note: 'on it', gain: 'how much louder what goes over it is (dB)' } }, // prettier-ignore
  cue: {
    about: 'What happens.',
    fields: {
      id: ID,
      name: NAME,
      steps: 'what it does',
      note: 'on it',
      for: 'who sees, hears and suffers it',
      scare: 'whether it is one',
    },
  },
  step: {
    about: 'Every step has these, and those of its kind.',
    fields: {
      id: 'its id, unique in the show',
      kind: 'what it does',
      note: 'on it',
      at: 'when, after the cue has begun (s)',
      jitter: 'up to so much sooner or later, drawn each time (s)',
      muted: 'it is as if it were not there',
    },
  },
  'step sound': {
    about: 'A sound, or one of a pool: one of the two.',
    fields: {
      where: 'where it comes from',
      pool: 'what is drawn from',
      sound: 'what is played',
      gain: 'between these it is louder, drawn each time (dB)',
      pitch: 'between these it is higher, drawn each time (cents)',
      bus: 'the bus it goes over',
      reach: 'how far it is heard',
      fadeIn: 'how long it swells (s)',
      fadeOut: 'how long it dies away (s)',
      loop: 'it goes round and round',
      hold: 'how long it goes round',
    },
  },
  'step bed': {
    about: 'A sound that lies under everything and goes round.',
    fields: {
      sound: 'what is played',
      where: 'where it comes from',
      gain: 'how much louder (dB)',
      fadeIn: 'how long it swells (s)',
      fadeOut: 'how long it dies away (s)',
      bus: 'the bus it goes over',
      hold: 'how long it lies',
    },
  },
  'step scatter': {
    about: 'Sounds of a pool, again and again.',
    fields: {
      pool: 'what is drawn from',
      every: 'from one to the next, drawn each time (s)',
      first: 'until the first (s); as `every` if nothing is said',
      where: 'where they come from, drawn each time',
      most: 'so many sound at once; one more is drawn and not heard',
      gain: 'between these they are louder, drawn each time (dB)',
      pitch: 'between these they are higher, drawn each time (cents)',
      bus: 'the bus they go over',
      hold: 'how long it goes on',
    },
  },
  'step level': { about: 'A bus becomes louder or softer. Claims `bus:ID`.', fields: { bus: 'which', gain: 'what it becomes (dB)', ramp: 'how it comes about', release: 'how it goes back; as it came if nothing is said', hold: 'how long it stays' } }, // prettier-ignore
  'step light': {
    about: 'A lamp changes. Claims `light:ID`. What it says nothing of stays.',
    fields: {
      light: 'which',
      candela: 'how bright (cd)',
      colour: 'of its light',
      on: 'whether it burns',
      flicker: 'how it flickers',
      ramp: 'how it comes about',
      release: 'how it goes back; as it came if nothing is said',
      hold: 'how long it stays',
    },
  },
  flicker: { about: 'How a lamp flickers.', fields: { pattern: 'like what', rate: 'how often a second', depth: 'how much of its light goes' } }, // prettier-ignore
  'step drift': {
    about: 'A lamp or a bus goes on changing. Claims what it changes.',
    fields: {
      target: 'which lamp or bus',
      rate: 'how much a second (cd or dB)',
      to: 'as far as this',
      fall: 'how much a second it falls back (at once if nothing is said)',
      hold: 'how long it goes on',
    },
  },
  target: { about: 'What a drift changes.', fields: { light: 'a lamp, by its id', bus: 'a bus, by its id' } },
  'step atmosphere': {
    about: 'The atmosphere changes: to a preset, and over that as is said here. Claims `atmosphere`.',
    fields: {
      preset: 'the named one it goes to',
      ambient: 'as of an atmosphere',
      level: 'as of an atmosphere',
      shadow: 'as of an atmosphere',
      fog: 'as of an atmosphere',
      vignette: 'as of an atmosphere',
      exposure: 'as of an atmosphere',
      ramp: 'how it comes about',
      release: 'how it goes back; as it came if nothing is said',
      hold: 'how long it stays',
    },
  },
  'step prompt': {
    about: 'A board with words. Claims `prompt:STEP`.',
    fields: {
      text: 'what it says',
      anchor: 'what it stands at',
      key: 'the key it names',
      lift: 'how far above that (m)',
      faces: 'whoever reads it, or one way (°)',
      side: 'from which side it can be read',
      size: 'how high a line is (m)',
      hold: 'how long it stands',
    },
  },
  anchor: {
    about: 'What a board stands at.',
    fields: { prop: 'a prop', mark: 'a mark', zone: 'the middle of a zone' },
  },
  'step camera': {
    about:
      'The picture is seen from marks, one after the other. It lasts as long as its travels, stays and the way back. Claims `camera`.',
    fields: { marks: 'where it is seen from', back: 'how it comes back', ears: 'where one hears meanwhile' },
  },
  stop: { about: 'A mark on the way of a picture.', fields: { mark: 'which; from a standing mark one sees at eye height', travel: 'how long the way to it takes; 0 cuts (s)', ease: 'how it goes there', stay: 'how long it stays (s)' } }, // prettier-ignore
  back: { about: 'How a picture comes back.', fields: { seconds: 'in how long (s)', ease: 'how' } },
  'step fade': { about: 'The picture goes to a colour and comes back. Claims `picture`.', fields: { in: 'how long it goes (s)', stay: 'how long it stays (s)', out: 'how long it comes back (s)', colour: 'to which' } }, // prettier-ignore
  'step freeze': {
    about: 'Hands and feet are taken. Claims `controls`.',
    fields: { locks: 'what is taken', hold: 'how long' },
  },
  'step move': {
    about: 'Whoever set it off is put somewhere else.',
    fields: {
      mark: 'where; at a camera mark the eyes are there',
      lift: 'how far above that (m)',
      quiet: 'what is there is not set off by it',
    },
  },
  'step prop': {
    about: 'A prop changes. Claims `prop:ID`. What it says nothing of stays.',
    fields: {
      prop: 'which',
      shown: 'whether it is seen',
      colour: 'what it is painted',
      slide: 'it is slid',
      turn: 'it is turned',
      ramp: 'how it comes about',
      release: 'how it goes back; as it came if nothing is said',
      hold: 'how long it stays',
    },
  },
  slide: { about: 'How a prop is slid.', fields: { by: 'so far, in its own frame (m)' } },
  turn: { about: 'How a prop is turned.', fields: { by: 'so far, counter-clockwise from above (°)', about: 'about which spot of its own frame (m)' } }, // prettier-ignore
  'step fling': {
    about: 'A prop is thrown, and flies by physics.',
    fields: {
      prop: 'which',
      speed: 'how fast, drawn (m/s)',
      yaw: 'which way',
      pitch: 'how far up (°)',
      spread: 'each of both up to so far off, drawn (°)',
      spin: 'how it turns, drawn (° a second)',
      impact: 'what sounds where it hits: one of a pool',
      vanishAfter: 'when it is gone, after the throw (s)',
    },
  },
  'step burst': {
    about: 'Sparks fly. It lasts as long as the longer of their lives.',
    fields: {
      where: 'where they come from',
      count: 'how many, drawn',
      life: 'how long each lives (s)',
      speed: 'how fast (m/s)',
      rise: 'how fast they rise (m/s)',
      colour: 'of the sparks',
      size: 'across (m)',
    },
  },
  'step signal': { about: 'Rules that listen to it hear it.', fields: { name: 'which', delay: 'after so long (s)' } },
  'step flag': { about: 'A flag becomes something, or changes by so much: one of the two.', fields: { flag: 'which', set: 'what it becomes', add: 'by how much it changes' } }, // prettier-ignore
  'step zone': { about: 'A zone is switched.', fields: { zone: 'which', enabled: 'on or off' } },
  'step stop': {
    about: 'A cue ends, wherever it plays.',
    fields: { cue: 'which', fade: 'its sounds die away in so long (s)' },
  },
  ramp: { about: 'How a change comes about: in a time or at a rate, at once if neither is said.', fields: { seconds: 'in how long (s)', rate: 'how much a second', ease: 'how it goes over its time' } }, // prettier-ignore
  where: {
    about: 'Where something comes from.',
    fields: {
      at: 'a prop, a mark, the middle of the zone, the player, somewhere around them, or in the head',
      prop: 'which prop',
      mark: 'which mark',
      near: 'not nearer than this (m)',
      far: 'not farther than this (m)',
      arc: 'within so much ahead (°)',
    },
  },
  reach: {
    about: 'How far a sound is heard.',
    fields: {
      near: 'full up to here (m)',
      far: 'silent from here (m)',
      law: 'how it falls in between: as sound does, or evenly',
      walls: 'what each wall between takes (dB)',
    },
  },
  zone: {
    about: 'Where something fires.',
    fields: {
      id: ID,
      name: NAME,
      shape: 'where it is, and how large',
      note: 'on it',
      enabled: 'whether it is on at first',
      rim: 'who is in it is out only so far beyond it (m)',
      notices: 'what of somebody has to be in it',
      tiedTo: 'a prop it goes with; it is drawn in that prop’s frame',
      holds: 'zones that must lie in it: the desk keeps it so, the engine doesn’t ask',
      rules: 'what fires there',
      tags: 'words to find it by',
      kit: 'whose rules it shares',
      overrides: 'what it has otherwise than its kit, by the rule; null takes away a limit or a cooldown',
      parts: 'what it has for the parts of its kit, by the part',
    },
  },
  shape: {
    about: 'The shape of a zone. A kit’s says its size only.',
    fields: {
      kind: 'which',
      at: 'the middle of its underside; of a sphere its middle (m)',
      size: 'width along its own x, height, depth along its own z (m)',
      yaw: TURN,
      radius: 'from its middle (m)',
      height: 'from its underside (m)',
      y: 'its underside (m)',
      outline: 'its corners, x and z (m)',
    },
  },
  rule: {
    about: 'When something happens. Ids are unique in the show; in the log a kit’s rule is named ZONE/RULE.',
    fields: {
      id: 'its id, unique in the show',
      on: 'the moment',
      cue: 'what it fires',
      name: NAME,
      note: 'on it',
      enabled: 'off, it hears and logs nothing',
      who: 'who sets it off',
      when: 'what flags must say, all of it',
      per: 'whose memory limit, cooldown and busy look at',
      debounce: 'a moment so soon after one by the same body doesn’t count (s)',
      limit: 'how often at most',
      cooldown: 'how long it rests',
      busy: 'what happens if the cue still plays',
      chance: 'how often it lets through, 0 to 1',
      delay: 'how long it waits before it fires (s)',
      onLeave: 'what becomes of it when who set it off leaves',
    },
  },
  who: {
    about: 'Who sets a rule off.',
    fields: { kinds: 'players, creatures, props', tags: 'one of these is among theirs, if any are said' },
  },
  moment: {
    about: 'What sets a rule off.',
    fields: {
      at: 'somebody enters, leaves, has stayed, presses the key, looks; a signal is heard; a time comes',
      seconds: 'how long they have stayed or looked, or which time (s)',
      facing: 'what they have to face',
      target: 'what they look at',
      within: 'how far off that may be (°)',
      name: 'which signal',
      inside: 'only who is in the zone hears it',
    },
  },
  facing: {
    about: 'What somebody has to face.',
    fields: { prop: 'a prop', mark: 'a mark', within: 'how far off that may be (°)' },
  },
  'target of a look': { about: 'What somebody looks at.', fields: { prop: 'a prop', mark: 'a mark' } },
  condition: {
    about: 'What a flag must say.',
    fields: { flag: 'which', is: 'how it is compared', value: 'with what' },
  },
  limit: { about: 'How often a rule fires.', fields: { times: 'so often' } },
  cooldown: { about: 'How long a rule rests.', fields: { seconds: 'so long (s)', from: 'from when it has fired, or from when its cue has ended' } }, // prettier-ignore
  kit: {
    about: 'Rules that several zones share. Each has its own memory of them.',
    fields: {
      id: ID,
      name: NAME,
      rules: 'what fires at each of its zones, before their own',
      note: 'on it',
      shape: 'the size of a new zone of it',
      parts:
        'what each of its zones has of its own; `part:ID` stands for it in the kit’s rules and in cues that only such rules fire',
    },
  },
  part: {
    about: 'A thing that each zone of a kit has of its own.',
    fields: { id: ID, name: NAME, is: 'what it is', note: 'on it' },
  },
  walk: {
    about: 'A way that somebody goes. It ends within 8 hours.',
    fields: {
      id: ID,
      name: NAME,
      points: 'where it goes',
      note: 'on it',
      body: 'who goes there',
      start: 'when they come (s)',
    },
  },
  body: {
    about: 'Who goes a walk.',
    fields: {
      kind: 'what they are',
      tags: 'words to be noticed by',
      radius: 'of the body; a player’s if nothing is said (m)',
      height: 'of the body; a player’s if nothing is said (m)',
    },
  },
  point: {
    about: 'A point of a walk.',
    fields: {
      at: 'where the feet are (m)',
      pace: 'how fast it goes on from here, in space; `player.walk` if nothing is said (m/s)',
      pause: 'how long it stays (s)',
      use: 'the key is pressed here',
      useAfter: 'so long after coming here (s)',
      look: 'where one looks here and on the way to the next',
      arrive: 'one comes here from nowhere',
    },
  },
  look: {
    about: 'Where somebody looks, if not ahead.',
    fields: { yaw: 'that way', prop: 'at a prop', mark: 'at a mark' },
  },
}
