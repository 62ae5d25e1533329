import { length as lengthOf } from './lengths'
import type { Cue, Show, Step, StepKind } from '~~/core/show'
import { busName, cueName, flagName, lightName, markName, poolName, propName, soundName, zoneName } from './names'
import { colourWords } from './colours'
import { flagValue } from './flag-value'
import { count, plain } from './time'
import { namesIn } from '~~/core/base'

/** What a cue reaches, in the order in which they are named. */
export const SENSES = ['hear', 'light', 'picture', 'hands', 'world', 'signals'] as const
export type Sense = (typeof SENSES)[number]
export const SENSE_WORDS: { [sense in Sense]: string } = {
  hear: 'what is heard',
  light: 'the light',
  picture: 'the picture',
  hands: 'the hands',
  world: 'things',
  signals: 'flags and signals',
}

/** What is said and drawn of a kind of step. */
interface StepWords<S extends Step> {
  /** What is added by its name. */
  name: string
  sense: Sense
  /** Strokes in a square of 8 by 8, for what is marked in the score. */
  glyph?: string
  /** It lasts up to what it says: each of it draws. */
  upTo?: true
  /** What a step of it does, in a few words. */
  does: (show: Show, step: S) => string
}

const LOCK_WORDS = { walk: 'walking', jump: 'jumping', look: 'looking', use: 'using' }

const WORDS: { [K in StepKind]: StepWords<Extract<Step, { kind: K }>> } = {
  sound: {
    name: 'A sound',
    sense: 'hear',
    does: (show, { sound, pool }) => (sound ? soundName(show, sound) : `One of ${poolName(show, pool!)}`),
  },
  bed: { name: 'A bed', sense: 'hear', does: (show, { sound }) => `${soundName(show, sound)}, as a bed` },
  scatter: {
    name: 'Scattered sounds',
    sense: 'hear',
    does: (show, { pool, every }) => `${poolName(show, pool)} scattered, every ${plain(every[0])}–${plain(every[1])} s`,
  },
  light: {
    name: 'A light',
    sense: 'light',
    glyph: 'M4 .8C6 3 6.2 4 6.2 5a2.2 2.2 0 0 1-4.4 0C1.8 4 2.6 3.4 4 .8z',
    does(show, { light, on, candela, flicker }) {
      const words = [
        on === undefined ? '' : on ? 'on' : 'off',
        candela === undefined ? '' : `to ${plain(candela)} cd`,
        flicker ? `flickers like a ${flicker.pattern}` : '',
      ].filter(Boolean)
      return `${lightName(show, light)} ${words.join(', ') || 'stays'}`
    },
  },
  fade: {
    name: 'A fade',
    sense: 'picture',
    glyph: 'M.8 7h6.4V1z',
    does: (_, { colour }) => `Fade to ${colourWords(colour) ?? colour}`,
  },
  freeze: {
    name: 'A freeze',
    sense: 'hands',
    glyph: 'M1.6 1v6M4 1v6M6.4 1v6',
    does: (_, { locks, pace }) =>
      [
        ...(locks.length > 0 ? [`No ${locks.map((lock) => LOCK_WORDS[lock]).join(', ')}`] : []),
        ...(pace === undefined ? [] : [`${locks.length > 0 ? 'slowed' : 'Slowed'} to ${plain(pace * 100, 0)} %`]),
      ].join(', '),
  },
  prompt: {
    name: 'A prompt',
    sense: 'hands',
    glyph: 'M.8 1.4h6.4v3.4H.8zM4 4.8v2.6',
    does: (_, { text, key }) => `“${text}”${key ? ` (${key})` : ''}`,
  },
  atmosphere: {
    name: 'The atmosphere',
    sense: 'light',
    glyph: 'M1 2h6M2 4.2h5M1 6.4h4',
    does: (show, { preset, level }) => {
      const name = show.atmospheres.find(({ id }) => id === preset)?.name
      return `Atmosphere${name === undefined ? '' : ` to ${name}`}${level === undefined ? '' : `${name === undefined ? ' to' : ', at'} level ${plain(level)}`}`
    },
  },
  level: {
    name: 'A bus level',
    sense: 'hear',
    glyph: 'M2 2.5a3 3 0 0 1 0 3M4 1a4.5 4.5 0 0 1 0 6',
    does: (show, { bus, gain }) => `${busName(show, bus)} to ${plain(gain)} dB`,
  },
  camera: {
    name: 'A cut to a mark',
    sense: 'picture',
    glyph: 'M1 2.2L6.2 1 7 6 1.8 7z',
    does: (show, { marks }) => `Picture to ${marks.map(({ mark }) => markName(show, mark)).join(', ')}`,
  },
  move: {
    name: 'A move to a mark',
    sense: 'hands',
    glyph: 'M.9 6.6C1.4.6 6.4.6 6.9 5.6M5.4 4.6l1.5 1.6 1-2',
    does: (show, { mark }) => `Put at ${markName(show, mark)}`,
  },
  flag: {
    name: 'A flag',
    sense: 'signals',
    glyph: 'M2 7.4V1l4.6 1.6L2 4.4',
    does: (show, { flag, set, add }) =>
      set === undefined ? `${flagName(show, flag)} by ${plain(add!)}` : `${flagName(show, flag)}: ${flagValue(set)}`,
  },
  signal: {
    name: 'A signal',
    sense: 'signals',
    glyph: 'M.8 6.2c4.4-6.4 3.2 3 6.4-4',
    does: (_, { name }) => `Signal “${name}”`,
  },
  drift: {
    name: 'A drift',
    sense: 'light',
    glyph: 'M1 6.8L7 1.6M1 6.8h3',
    does: (show, { target, to }) =>
      `${'light' in target ? lightName(show, target.light) : busName(show, target.bus)} drifts to ${plain(to)}`,
  },
  prop: {
    name: 'A prop that moves',
    sense: 'world',
    glyph: 'M1 6.6L2.4 1.6l4 .6.8 4.4z',
    does(show, { prop, shown, slide, turn, colour, surface, carried }) {
      const slides = slide ? Math.hypot(...slide.by) : 0
      const words = [
        turn && turn.by !== 0 ? `turns by ${plain(turn.by)}°` : '',
        slides > 0 ? `slides by ${lengthOf(slides, 2)}` : '',
        shown === undefined ? '' : shown ? 'is shown' : 'is hidden',
        colour === undefined ? '' : 'is tinted',
        surface === undefined ? '' : `is of ${surface}`,
        carried ? 'is taken along' : '',
      ].filter(Boolean)
      return `${propName(show, prop)} ${words.length > 0 ? words.join(', ') : 'stays'}`
    },
  },
  fling: {
    name: 'A fling',
    sense: 'world',
    glyph: 'M.8 7C2 2.4 5 1 7.2 2.4',
    does: (show, { prop }) => `${propName(show, prop)} is flung`,
  },
  burst: {
    name: 'A burst',
    sense: 'world',
    glyph: 'M4 3.2V.8M4.8 4.6l2.2 1.6M3.2 4.6L1 6.2',
    upTo: true,
    does: (_, { count: [least, most] }) =>
      least === most ? count(least, 'spark') : `${plain(least)}–${plain(most)} sparks`,
  },
  zone: {
    name: 'A zone on or off',
    sense: 'signals',
    glyph: 'M.8 3V.8H3M5 .8h2.2V3M7.2 5v2.2H5M3 7.2H.8V5',
    does: (show, { zone, enabled }) => `${zoneName(show, zone)} ${enabled ? 'on' : 'off'}`,
  },
  stop: {
    name: 'The end of a cue',
    sense: 'signals',
    glyph: 'M.8 4h2M5.2 4h2M4 1v6',
    does: (show, { cue }) => `Stop ${cueName(show, cue)}`,
  },
}

/** What is said and drawn of a kind of step. */
export const wordsOf = (kind: StepKind): StepWords<Step> => WORDS[kind] as unknown as StepWords<Step>

/** The kinds in the order in which they are offered. */
export const OFFERED = namesIn(WORDS)

/** A step by its kind and its cue, as what undoes a change to it says. */
export const stepIn = ({ name }: Cue, { kind }: Step): string =>
  `${WORDS[kind].name.replace(/^[AT]/, (letter) => letter.toLowerCase())} in ${name}`

/** What a step does, in a few words. */
export const stepWords = (show: Show, step: Step): string => wordsOf(step.kind).does(show, step)
