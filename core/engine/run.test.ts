import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Shape, Show } from '../show'
import { anyShow } from '../testing/random-show'
import { oneRule } from '../testing/small-show'
import { eventsOf, run, RunError, type RunEvent } from '.'

const played = (show: Show): { events: RunEvent[]; fields: unknown } | string => {
  try {
    const made = run(show, show.walks, { seed: 3, length: 60, withoutFlights: true })
    return { events: eventsOf(made), fields: made.channels.fields }
  } catch (error) {
    if (error instanceof RunError) return error.message
    throw error
  }
}

const moved = (shape: Shape): Shape =>
  shape.kind === 'prism'
    ? { ...shape, outline: shape.outline.map(([x, z]) => [x + 0.7, z - 0.4]) }
    : { ...shape, at: [shape.at[0] + 0.7, shape.at[1], shape.at[2] - 0.4] }

/** What somebody does at the desk: everything else stays the same object. */
const edits: { [name: string]: (show: Show) => Show } = {
  'a zone moved': (show) => ({
    ...show,
    zones: show.zones.map((zone, i) => (i === 0 ? { ...zone, shape: moved(zone.shape) } : zone)),
  }),
  'a rim widened': (show) => ({
    ...show,
    zones: show.zones.map((zone, i) => (i === 0 ? { ...zone, rim: 0.9 } : zone)),
  }),
  'a zone taken away': (show) => ({
    ...show,
    zones: show.zones.filter(
      (zone) =>
        zone !== show.zones.at(-1) ||
        show.cues.some((cue) => cue.steps.some((step) => step.kind === 'zone' && step.zone === zone.id)),
    ),
  }),
  'zones in another order': (show) => ({ ...show, zones: [...show.zones].reverse() }),
  'a cooldown tuned': (show) => ({
    ...show,
    zones: show.zones.map((zone) => ({
      ...zone,
      rules: zone.rules.map((rule) => ({ ...rule, cooldown: { seconds: 3, from: 'fire' as const } })),
    })),
  }),
  'a step muted': (show) => ({
    ...show,
    cues: show.cues.map((cue) => ({ ...cue, steps: cue.steps.map((step, i) => ({ ...step, muted: i === 0 })) })),
  }),
  'sounds made longer and louder': (show) => ({
    ...show,
    sounds: show.sounds.map((sound) => ({
      ...sound,
      seconds: sound.seconds * 2,
      gain: sound.gain + 3,
      trim: undefined,
    })),
  }),
  'a pool drawn from otherwise': (show) => ({
    ...show,
    pools: show.pools.map((pool) => ({ ...pool, draw: 'sequence' as const, gain: [-9, -9] as [number, number] })),
  }),
  'a bus turned down': (show) => ({ ...show, buses: [{ id: 'bed', name: 'Bed', gain: -11 }] }),
  'another atmosphere': (show) => ({ ...show, atmosphere: { ...show.atmosphere, level: 0.123 } }),
  'lights made brighter': (show) => ({
    ...show,
    place: { ...show.place, lights: show.place.lights.map((light) => ({ ...light, candela: light.candela + 17 })) },
  }),
  'props put elsewhere': (show) => ({
    ...show,
    place: {
      ...show.place,
      props: show.place.props.map((prop) => ({
        ...prop,
        at: [prop.at[0] + 1, prop.at[1], prop.at[2]],
        yaw: 30,
        shown: false,
      })),
    },
  }),
  'a walk slowed': (show) => ({
    ...show,
    walks: show.walks.map((walk) => ({ ...walk, points: walk.points.map((point) => ({ ...point, pace: 0.9 })) })),
  }),
}

describe('what is kept from run to run', () => {
  for (const [name, edit] of Object.entries(edits))
    it(`never shows: after ${name} a run is that of the same show read afresh`, () => {
      fc.assert(
        fc.property(anyShow, (show) => {
          played(show)
          const edited = edit(show)
          expect(played(edited)).toEqual(played(structuredClone(edited)))
          expect(played(show)).toEqual(played(structuredClone(show)))
        }),
        { numRuns: 40 },
      )
    })
  it('nor after a prop that a cue hides, and gives back, was hidden beforehand', () => {
    const hides = { id: 's', kind: 'prop', prop: 'door', shown: false, hold: 'release' }
    const door = { id: 'door', name: 'Door', kind: 'box', at: [0, 0, 0], size: [1, 2, 1] }
    const show = oneRule({}, [hides], { show: { place: { props: [door] } } })
    const before = played(show)
    const { place } = show
    const edited = { ...show, place: { ...place, props: place.props.map((prop) => ({ ...prop, shown: false })) } }
    expect(played(edited)).toEqual(played(structuredClone(edited)))
    expect(played(edited)).not.toEqual(before)
  })
})
