import type { Hold, Step, StepKind } from '../../show'
import { atmosphereFields, CHANNEL, type Value } from '../history'
import type { StepEvent } from '../log'

/** A value that a step gives a field of its channel. With `fullWay` it is added to the base, and that is the way for which the ramp is meant. */
export interface Given {
  value: Value
  fullWay?: number
}

/** What is to be known of a kind of step before a run. */
export interface StepTraits<S extends Step> {
  /** The channel whose fields it claims, and whether the log names it. */
  claims?: (step: S) => { channel: string; logged: boolean }
  /** The fields of that channel that it gives, numbers in the order of the format. */
  gives?: (step: S) => { [field: string]: Given | undefined }
  /** It lasts as long as it says itself: so many seconds, or what it draws. */
  length?: ((step: S) => number) | 'drawn'
  /** What holds it, if that is not always its `hold`. */
  hold?: (step: S) => Hold | undefined
  /** The pool it draws from, or the one sound it has. */
  sounds?: (step: S) => { pool?: string; sound?: string }
  /** It draws before it is logged, and logs what it drew itself. */
  drawsFirst?: true
  /** More of it than its end can decide when rules fire; of a sound its length does, which is drawn. */
  decides?: true
  /** What the log says of it beside its channel. */
  logs?: (step: S) => Partial<Omit<StepEvent, 't' | 'kind' | 'playing'>>
}

const plain = (value: Value | undefined): Given | undefined => (value === undefined ? undefined : { value })

const TRAITS: { [K in StepKind]: StepTraits<Extract<Step, { kind: K }>> } = {
  sound: {
    length: 'drawn',
    hold: ({ loop, hold }) => (loop ? hold : undefined),
    sounds: ({ pool, sound }) => ({ pool, sound }),
    decides: true,
  },
  bed: { sounds: ({ sound }) => ({ sound }) },
  scatter: { sounds: ({ pool }) => ({ pool }) },
  level: {
    claims: ({ bus }) => ({ channel: CHANNEL.bus(bus), logged: true }),
    gives: ({ gain }) => ({ gain: plain(gain) }),
  },
  light: {
    claims: ({ light }) => ({ channel: CHANNEL.light(light), logged: true }),
    gives: ({ candela, on, colour, flicker }) => ({
      candela: plain(candela),
      on: plain(on === undefined ? undefined : on ? 1 : 0),
      colour: plain(colour),
      flicker: plain(flicker),
    }),
  },
  drift: {
    claims: ({ target }) => ({
      channel: 'light' in target ? CHANNEL.light(target.light) : CHANNEL.bus(target.bus),
      logged: true,
    }),
  },
  atmosphere: {
    claims: () => ({ channel: CHANNEL.atmosphere, logged: true }),
    gives: (step) =>
      Object.fromEntries(Object.entries(atmosphereFields(step)).map(([name, value]) => [name, { value }])),
  },
  prompt: {
    claims: ({ id }) => ({ channel: CHANNEL.prompt(id), logged: false }),
    logs: ({ text }) => ({ text }),
  },
  camera: {
    length: ({ marks, back }) => marks.reduce((sum, { travel, stay }) => sum + travel + stay, 0) + (back?.seconds ?? 0),
    logs: ({ marks }) => ({ marks: marks.map(({ mark }) => mark) }),
  },
  fade: { length: (step) => step.in + step.stay + step.out },
  freeze: { decides: true, logs: ({ locks }) => ({ locks: [...locks].sort() }) },
  move: { decides: true },
  prop: {
    claims: ({ prop }) => ({ channel: CHANNEL.prop(prop), logged: true }),
    gives: ({ shown, colour, surface, carried, slide, turn }) => ({
      shown: plain(shown),
      colour: plain(colour),
      surface: plain(surface),
      carried: plain(carried),
      slide: slide && { value: slide.by, fullWay: Math.hypot(...slide.by) },
      turn: turn && { value: turn.by, fullWay: Math.abs(turn.by) },
    }),
    decides: true,
  },
  fling: {
    claims: ({ prop }) => ({ channel: CHANNEL.prop(prop), logged: false }),
    sounds: ({ impact }) => ({ pool: impact }),
    drawsFirst: true,
    decides: true,
  },
  burst: { length: ({ life }) => life[1], drawsFirst: true },
  signal: { decides: true },
  flag: { decides: true },
  zone: { decides: true },
  stop: { decides: true },
}

/** What is to be known of a step's kind. */
export const traitsOf = (step: Step): StepTraits<Step> => TRAITS[step.kind] as unknown as StepTraits<Step>

/** It does what can decide when other rules fire than those of its cue: the length of a sound concerns nobody else. */
export const decidesForOthers = (step: Step): boolean => traitsOf(step).decides === true && step.kind !== 'sound'

/** The channel that a step claims, as the log names it; undefined if the log names none. */
export function channelOf(step: Step): string | undefined {
  const claim = traitsOf(step).claims?.(step)
  return claim?.logged ? claim.channel : undefined
}

/** How long a step lasts by what it says itself (s), or `drawn`; undefined where its hold says it. */
export function ownLength(step: Step): number | 'drawn' | undefined {
  const { length } = traitsOf(step)
  return typeof length === 'function' ? length(step) : length
}
/** What holds a step that doesn't last as long as it says itself. */
export function holdOf(step: Step): Hold | undefined {
  const { hold } = traitsOf(step)
  if (hold) return hold(step)
  return 'hold' in step ? step.hold : undefined
}
