import { eventsOf, type Run } from '~~/core/engine'
import type { Cue, Show, Step } from '~~/core/show'
import { sheetOf } from '../kinds/step-sheets'
import type { Stroke } from '../kinds/stroke'

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
    const curve = step.muted ? undefined : sheetOf(step.kind).curve(step, show)
    const [first, last] = curve?.brief ? [from, ended.get(step.id) ?? run.length] : [0, run.length]
    const points = curve?.fine ? FLICKERS : POINTS
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
                  return { t, value: curve.valueAt(show, run, t) }
                })
              : [],
        lies: fling.at(-1)?.t,
        ...(curve && { base: curve.valueAt(show, run, -1) }),
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
