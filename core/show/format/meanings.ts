import { ID, NAME, TURN, type Meanings } from './meanings-words'
import { OF_THE_PLACE } from './meanings-place'
import { OF_STEPS } from './meanings-steps'

/**
 * What each field of the document means, in words: for docs/format.md, which is written from the table and these. `[kind]` is the field
 * of one kind only. Units: metres, seconds, degrees, decibels, cents, candela; axes as in glTF 2.0, +Y up.
 */
export const MEANINGS: Meanings = {
  ...OF_THE_PLACE,
  ...OF_STEPS,
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
      groups: 'what belongs together; no run depends on it',
      remarks: 'notes put down somewhere in the place',
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
      jump: 'how high they jump (m)',
      step: 'how high a step they take (m)',
    },
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
      credit: 'whom it is owed to',
    },
  },
  credit: {
    about: 'Whom a sound is owed to.',
    fields: { by: 'who made it', from: 'where it is from', licence: 'on which terms it may be used' },
  },
  group: {
    about: 'What belongs together, under one name: ids of things, each in one group at most. No run depends on it.',
    fields: {
      id: ID,
      name: NAME,
      note: 'on it',
      zones: 'its zones',
      cues: 'its cues',
      props: 'its props',
      lights: 'its lights',
      marks: 'its marks',
      floors: 'its floors',
      walls: 'its walls',
      sounds: 'its sounds',
      walks: 'its walks',
    },
  },
  remark: {
    about: 'A note put down somewhere in the place, and in the run where it was.',
    fields: {
      id: ID,
      text: 'what it says',
      at: 'where (m)',
      yaw: TURN,
      pitch: 'how far up one looked (°)',
      seconds: 'when in the run (s)',
      walk: 'whose run it was',
      seed: 'of that run',
      done: 'it has been dealt with',
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
      at: 'somebody enters, leaves, has stayed, presses a key, looks; a signal is heard; a time comes; a cue has ended',
      seconds: 'how long they have stayed or looked, or which time (s)',
      key: 'which key is pressed',
      facing: 'what they have to face',
      cue: 'the cue that has ended',
      why: 'how it ended: by itself, since it was let go, since it was stopped, or any of these',
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
      went: 'somebody did go so: no freeze holds or slows them, and nothing puts them elsewhere',
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
      use: 'a key is pressed here',
      key: 'which key that is',
      useAfter: 'so long after coming here (s)',
      look: 'where one looks here and on the way to the next',
      arrive: 'one comes here from nowhere',
      jump: 'from the point before one is here at once, on no way',
    },
  },
  look: {
    about: 'Where somebody looks, if not ahead.',
    fields: { yaw: 'that way', prop: 'at a prop', mark: 'at a mark' },
  },
}
