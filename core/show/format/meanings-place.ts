import { ID, NAME, TURN, type Meanings } from './meanings-words'

const ATMOSPHERE = {
  ambient: 'the colour of the light that comes from everywhere',
  level: 'how much of that light there is',
  shadow: 'the colour of what no lamp reaches',
  fog: 'what hides what is far',
  vignette: 'what darkens the edge of the picture',
  exposure: 'how bright the picture is',
}

/** What stands in a place, and how it is there. */
export const OF_THE_PLACE: Meanings = {
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
    fields: ATMOSPHERE,
  },
  fog: { about: 'Fog.', fields: { colour: 'of the fog', density: 'how much it hides a metre' } },
  vignette: { about: 'A darkened edge.', fields: { amount: 'how dark', softness: 'how soft' } },
  preset: {
    about: 'An atmosphere with a name, of which anything may be said.',
    fields: { id: ID, name: NAME, note: 'on it', ...ATMOSPHERE },
  },
}
