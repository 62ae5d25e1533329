import { channelAt, eventsOf, type Run } from '~~/core/engine'
import { flickerAt } from '~~/core/light'
import type { Cue, Flicker, Show, Step } from '~~/core/show'
import { SENSES, stepWords, wordsOf, type Sense } from '~/words/step-kinds'

/** One step of a cue as it went: when it began and ended, what it sounded, and how what it changes went over time. */
export interface Stroke {
  step: Step
  from: number
  /** Undefined of what takes no time, or goes on for good. */
  to: number | undefined
  /** It is held until release, so that it ends where somebody is assumed to leave. */
  released: boolean
  /** The single sounds of it: when, for how long (s), how loud (dB). */
  sounds: { t: number; seconds: number; gain: number; sound: string }[]
  impacts: number[]
  /** What it changes, over time, from 0 (nothing) to 1. */
  curve: { t: number; value: number }[]
  /** What stood there before it: where the curve is dotted. */
  base?: number
}
/** A lane of the stave: the steps of one sense in rows in which none lies on another. */
export interface StaveLane {
  sense: Sense
  rows: Stroke[][]
}

/** The number that a step's channel has, as far as it can be drawn as a curve: the name of the channel, and how to read it. */
function curveOf(
  show: Show,
  step: Step,
): { channel: string; read: (fields: Record<string, unknown>, t: number) => number } | undefined {
  switch (step.kind) {
    case 'light':
      return curveOfLight(show, step.light, step.candela ?? 0)
    case 'level':
      return { channel: `bus:${step.bus}`, read: ({ gain }) => Math.min(1, 10 ** ((gain as number) / 20)) }
    case 'fade':
      return { channel: 'picture', read: ({ opacity }) => opacity as number }
    case 'atmosphere':
      return { channel: 'atmosphere', read: ({ level }) => Math.min(1, level as number) }
    case 'drift':
      return 'light' in step.target
        ? curveOfLight(show, step.target.light, step.to)
        : { channel: `bus:${step.target.bus}`, read: ({ gain }) => Math.min(1, 10 ** ((gain as number) / 20)) }
    case 'prop': {
      const slides = Math.hypot(...(step.slide?.by ?? [0]))
      const turns = Math.abs(step.turn?.by ?? 0)
      if (slides === 0 && turns === 0) return undefined
      return {
        channel: `prop:${step.prop}`,
        read: ({ slide, turn }) =>
          Math.min(1, slides > 0 ? Math.hypot(...(slide as number[])) / slides : Math.abs(turn as number) / turns),
      }
    }
    default:
      return undefined
  }
}
function curveOfLight(show: Show, light: string, candela: number): ReturnType<typeof curveOf> {
  const most = Math.max(1, candela, show.place.lights.find(({ id }) => id === light)?.candela ?? 0)
  return {
    channel: `light:${light}`,
    read: ({ candela, on, flicker }, t) =>
      (((candela as number) * (on as number)) / most) * (flicker ? flickerAt(flicker as Flicker, t) : 1),
  }
}
/** Places of what flies are kept so often (a second). */
const STEPS_A_SECOND = 120
const POINTS = 240
/** What flickers is drawn with more. */
const FLICKERS = 1200

/** The steps of a cue as a run of its preview has them. */
export function strokesOf(show: Show, cue: Cue, run: Run, leaves: number): Stroke[] {
  const began = new Map<string, number>()
  const ended = new Map<string, number>()
  const impacts = new Map<string, number[]>()
  for (const event of eventsOf(run)) {
    if (event.kind === 'step' && !began.has(event.step)) began.set(event.step, event.t)
    if (event.kind === 'stepEnd' && !ended.has(event.step)) ended.set(event.step, event.t)
    if (event.kind === 'impact') {
      const flings = cue.steps.filter((step) => step.kind === 'fling' && step.prop === event.prop)
      for (const { id } of flings) impacts.set(id, [...(impacts.get(id) ?? []), event.t])
    }
  }
  const seconds = new Map(show.sounds.map((sound) => [sound.id, sound.seconds]))
  return cue.steps.flatMap((step): Stroke[] => {
    const from = began.get(step.id) ?? (step.muted ? step.at : undefined)
    if (from === undefined) return []
    const sounds = run.audible
      .filter((audible) => audible.step === step.id)
      .map(({ t, until, fadeOut, gain, sound }) => ({
        t,
        seconds: Math.min(until + fadeOut - t, seconds.get(sound) ?? Infinity, run.length - t),
        gain,
        sound,
      }))
    const curve = step.muted ? undefined : curveOf(show, step)
    // A fade is nothing before and after itself.
    const [first, last] = step.kind === 'fade' ? [from, ended.get(step.id) ?? run.length] : [0, run.length]
    const points = step.kind === 'light' && step.flicker ? FLICKERS : POINTS
    const fling = step.muted ? [] : flightOf(run, step)
    return [
      {
        step,
        from,
        to: ended.get(step.id),
        released: 'hold' in step && step.hold === 'release' && (ended.get(step.id) ?? 0) >= leaves - 1e-6,
        sounds,
        impacts: impacts.get(step.id) ?? [],
        curve:
          fling.length > 0
            ? fling
            : curve
              ? Array.from({ length: points + 1 }, (_, i) => {
                  const t = first + (i / points) * (last - first)
                  return { t, value: curve.read(channelAt(show, run, curve.channel, t, 0), t) }
                })
              : [],
        ...(curve && { base: curve.read(channelAt(show, run, curve.channel, -1, 0), 0) }),
      },
    ]
  })
}

/** How high what is flung is over time, by the highest it comes. */
function flightOf(run: Run, step: Step): Stroke['curve'] {
  const flight = step.kind === 'fling' ? run.flights.find(({ prop }) => prop === step.prop) : undefined
  if (!flight) return []
  const heights = flight.positions.map(([, y]) => y)
  const low = heights.reduce((a, b) => Math.min(a, b))
  const high = heights.reduce((a, b) => Math.max(a, b))
  const seconds = Math.max(1, heights.length - 1) / STEPS_A_SECOND
  const count = Math.min(POINTS, heights.length)
  return Array.from({ length: count }, (_, i) => {
    const share = i / Math.max(1, count - 1)
    const height = heights[Math.round(share * (heights.length - 1))]!
    return { t: flight.t + share * seconds, value: high > low ? (height - low) / (high - low) : 0 }
  })
}

/** What a step is called on the stave; a board by what it says. */
export const nameOnStave = (show: Show, step: Step): string =>
  step.kind === 'prompt' ? `${step.key ? `${step.key} ` : ''}${step.text}` : stepWords(show, step)

/** Where a stroke ends on the stave (s). */
export const endOf = (stroke: Stroke, length: number): number =>
  Math.max(
    stroke.from + 0.2,
    stroke.to ?? ('hold' in stroke.step && stroke.step.hold === 'keep' ? length : stroke.from),
    ...(stroke.step.kind === 'sound' ? stroke.sounds.map(({ t, seconds }) => t + seconds) : []),
    ...stroke.impacts,
    ...(stroke.step.kind === 'fling' ? stroke.curve.slice(-1).map(({ t }) => t) : []),
  )

/** The strokes in rows, in which none lies on another; `name` gives how far beyond its end the name of one reaches (s of the stave). */
export function stavesOf(strokes: readonly Stroke[], length: number, name: (stroke: Stroke) => number): StaveLane[] {
  return SENSES.map((sense) => {
    const rows: Stroke[][] = []
    const own = strokes.filter(({ step }) => wordsOf(step.kind).sense === sense).sort((a, b) => a.from - b.from)
    for (const stroke of own) {
      const row = rows.find((each) => {
        const last = each.at(-1)!
        return endOf(last, length) + name(last) <= stroke.from
      })
      if (row) row.push(stroke)
      else rows.push([stroke])
    }
    return { sense, rows }
  })
}
