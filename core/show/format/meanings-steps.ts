import { ID, NAME, type Meanings } from './meanings-words'

/** What cues do. */
export const OF_STEPS: Meanings = {
  cue: {
    about: 'What happens.',
    fields: {
      id: ID,
      name: NAME,
      steps: 'what it does',
      note: 'on it',
      for: 'who sees, hears and suffers it',
      scare: 'whether it is one',
      wish: 'how many may miss it or get it again',
    },
  },
  wish: {
    about: 'What is wished for a cue. No run depends on it; studies tell whether it is kept.',
    fields: {
      never: 'the share of walkers that may never meet it, at the most',
      more: 'the share of walkers that may get it more than once, at the most',
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
    fields: {
      locks: 'what is taken; nothing, where a pace is given',
      pace: 'the share of their pace that is left to them',
      hold: 'how long',
    },
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
      surface: 'what it is drawn of',
      carried: 'whoever set it off has it with them',
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
}
