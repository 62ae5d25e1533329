import { beforeAll, describe, expect, it } from 'vitest'
import { made, of, played } from '../../testing/flung-crate'
import { show } from '../../testing/small-show'
import { beginRun, eventsOf, learnFlights, packedFlights, tiedPoint, walksOf } from '..'
import { prepare } from '../run'

const [whistle] = show({
  sounds: [{ id: 'thud', name: 'Thud', asset: 'ab'.repeat(32), seconds: 1 }],
  place: { props: [{ id: 'crate', name: 'Crate', kind: 'box', at: [0, 0, 0], size: [1, 1, 1] }] },
  cues: [
    { id: 'c', name: 'C', steps: [{ id: 'w', kind: 'sound', sound: 'thud', where: { at: 'prop', prop: 'crate' } }] },
  ],
}).cues[0].steps

beforeAll(() => prepare(made({})))

describe('a fling', () => {
  it('flies as a thrown thing does, until it first hits the floor', () => {
    const { flights } = played(made({}))
    const vx = 6 * Math.cos(Math.PI / 6)
    const vy = 6 * Math.sin(Math.PI / 6)
    for (const t of [0.1, 0.3, 0.5]) {
      const [x, y, z] = flights[0].positions[Math.round(t * 120)]
      expect(x).toBeCloseTo(vx * t, 3)
      expect(y).toBeCloseTo(1.2 + vy * t - (9.81 * t * t) / 2, 3)
      expect(z).toBeCloseTo(5, 2)
    }
  })
  it.each([
    [0, 0, 3, -20],
    [37, 0, 3, -20],
    [120, 0, 5, 45],
    [-70, 0, 8, 5],
    [10, 0, 0.5, -90],
  ])('touches the floor when its parabola does (yaw %i)', (yaw, _, speed, pitch) => {
    const floor = { id: 'f', name: 'F', y: 0, outline: [[-60, -60], [60, -60], [60, 60], [-60, 60]] } // prettier-ignore
    const box = { id: 'p', name: 'P', kind: 'box', at: [0, 1, 0], size: [0.2, 0.2, 0.2] }
    const thrown = show({
      place: { floors: [floor], props: [box] },
      cues: [{ id: 'c', name: 'C', steps: [{ id: 's', kind: 'fling', prop: 'p', speed: [speed, speed], yaw, pitch, spread: 0 }] }], // prettier-ignore
      rules: [{ id: 'r', on: { at: 'clock', seconds: 1 }, cue: 'c' }],
    })
    const [first] = of(played(thrown), 'impact')
    const down = -speed * Math.sin((pitch * Math.PI) / 180)
    expect(first.t - 1).toBeCloseTo((-down + Math.sqrt(down * down + 2 * 9.81)) / 9.81, 3)
    expect(first.at[1]).toBeCloseTo(0.1, 3)
  })
  it('tells each impact with place and speed, and sounds there, softer when slower', () => {
    const result = played(made({ impact: 'thuds' }))
    const impacts = of(result, 'impact')
    expect(impacts.length).toBeGreaterThan(1)
    expect(impacts[0]).toMatchObject({ prop: 'crate' })
    expect(impacts[0].at[1]).toBeLessThan(0.5)
    const sounds = of(result, 'sound')
    expect(sounds.map((s) => s.t)).toEqual(impacts.map((i) => i.t))
    const [slowest] = [...impacts].sort((a, b) => a.speed - b.speed)
    const softest = sounds[impacts.indexOf(slowest)]
    expect(Math.min(...sounds.map((s) => s.gain))).toBe(softest.gain)
  })
  it('is a body while it flies: zones notice it, as a prop, and let go of it at last', () => {
    const result = played(made({}))
    expect(of(result, 'enter')[0]).toMatchObject({ prop: 'crate', zone: 'z' })
    expect(of(result, 'enter')[0]).not.toHaveProperty('player')
    expect(of(result, 'fire').map((f) => [f.rule, f.prop])).toEqual([
      ['c', undefined],
      ['r', 'crate'],
    ])
    expect(of(result, 'leave')).toHaveLength(of(result, 'enter').length)
    // The middle crosses the near side of the zone, 1.5 m on, after 1.5 / (6 cos 30°) s.
    expect(of(result, 'enter')[0].t).toBeCloseTo(1 + 1.5 / (6 * Math.cos(Math.PI / 6)), 2)
  })
  it('is no body any more once it lies: a zone that it comes to lie in lets go of it then', () => {
    const show = made({})
    const wide = {
      ...show.zones[0],
      shape: {
        kind: 'box' as const,
        at: [0, 0, 5] as [number, number, number],
        size: [60, 20, 60] as [number, number, number],
        yaw: 0,
      },
    }
    const result = played({ ...show, zones: [wide] })
    const [{ t, positions }] = result.flights
    expect(of(result, 'enter').filter((e) => e.prop)).toMatchObject([{ t: 1, prop: 'crate' }])
    const left = of(result, 'leave').filter((e) => e.prop)
    expect(left).toHaveLength(1)
    expect(left[0].t).toBeCloseTo(t + (positions.length - 1) / 120, 6)
  })
  it('bounces off a wall and passes through its opening', () => {
    const wall = { id: 'wall', from: [1, 0], to: [1, 10], height: 6 }
    const end = (walls: object[]) => played(made({}, { walls })).flights[0].positions.at(-1)![0]
    expect(end([wall])).toBeLessThan(1)
    expect(end([{ ...wall, openings: [{ id: 'gap', at: 3, width: 4, height: 5 }] }])).toBeGreaterThan(1)
  })
  it('the same seed gives the same flight, another one another', () => {
    const spread = made({ spread: 20, speed: [4, 8] })
    expect(played(spread, 3).flights).toEqual(played(spread, 3).flights)
    expect(played(spread, 3).flights[0].positions.at(-1)).not.toEqual(played(spread, 4).flights[0].positions.at(-1))
    expect(of(played(spread, 3), 'step')[0]).toMatchObject({ of: 'fling' })
  })
  it('vanishes when it is told to', () => {
    const result = played(made({ vanishAfter: 0.3 }))
    expect(of(result, 'impact')).toHaveLength(0)
    expect(result.channels.fields['prop:crate'].shown.segments.at(-1)!).toMatchObject({ to: false })
  })
})

describe('what is tied to a prop that is flung', () => {
  /** A zone of 1 m about the crate, and somebody's feet 3 m on, under its way. */
  const beneath = made({}, { walls: [] })
  const tied = {
    ...beneath,
    zones: [
      {
        ...beneath.zones[0],
        id: 'about',
        rules: [],
        notices: 'feet' as const,
        tiedTo: { prop: 'crate' },
        shape: {
          kind: 'box' as const,
          at: [0, -3, 0] as [number, number, number],
          size: [1, 6, 1] as [number, number, number],
          yaw: 0,
        },
      },
    ],
    walks: [
      { ...beneath.walks[0], points: [{ ...beneath.walks[0].points[0], at: [3, 0, 5] as [number, number, number] }] },
    ],
  }
  const vx = 6 * Math.cos(Math.PI / 6)

  it('flies with it: a zone passes over somebody and leaves them again', () => {
    const edges = eventsOf(played(tied)).filter((e) => (e.kind === 'enter' || e.kind === 'leave') && e.player === 'w')
    expect(edges.map((e) => e.kind)).toEqual(['enter', 'leave'])
    expect(edges[0].t).toBeCloseTo(1 + 2.5 / vx, 2)
    expect(edges[1].t).toBeCloseTo(1 + 3.5 / vx, 2)
  })
  it('stays where it comes to lie', () => {
    const result = played(tied)
    const { positions } = result.flights[0]
    const [x, y, z] = positions.at(-1)!
    for (const [t, middle] of [
      [1.5, positions[60]],
      [result.length, [x, y, z]],
    ] as const) {
      const lamp = tiedPoint(tied, result, 'crate', [0, 0.2, 0], t)
      middle.forEach((v, axis) => expect(lamp[axis]).toBeCloseTo(v, 9))
    }
    const there = {
      ...tied,
      walks: [
        { ...tied.walks[0], points: [{ ...tied.walks[0].points[0], at: [x, 0, z] as [number, number, number] }] },
      ],
    }
    expect(of(played(there), 'leave').filter((e) => e.player === 'w')).toEqual([])
    expect(of(played(there), 'enter').filter((e) => e.player === 'w')).toHaveLength(1)
  })
  it('turns about its middle while it flies, and sweeps over somebody once', () => {
    // Thrown straight up; the zone hangs 2 m out at +X and is swept to −Z by 90° of a turn by 360° in 0.1 s.
    const swept = {
      ...tied,
      cues: [
        {
          ...tied.cues[0],
          steps: [
            { ...tied.cues[0].steps[0], pitch: 90, speed: [0.1, 0.1] },
            ...show({
              place: { props: tied.place.props },
              cues: [
                {
                  id: 'c',
                  name: 'C',
                  steps: [
                    {
                      id: 'turn',
                      kind: 'prop',
                      prop: 'crate',
                      turn: { by: 360, about: [2, 0] },
                      ramp: { seconds: 0.1 },
                      hold: 'keep',
                    },
                  ],
                },
              ],
            }).cues[0].steps,
          ],
        },
        tied.cues[1],
      ],
      zones: [
        {
          ...tied.zones[0],
          shape: { kind: 'cylinder' as const, at: [2, -10, 0] as [number, number, number], radius: 0.5, height: 20 },
        },
      ],
      walks: [
        { ...tied.walks[0], points: [{ ...tied.walks[0].points[0], at: [0, 0, 3] as [number, number, number] }] },
      ],
    } as ReturnType<typeof show>
    const edges = eventsOf(played(swept)).filter((e) => (e.kind === 'enter' || e.kind === 'leave') && e.player === 'w')
    // Feet 2 m off the axis are touched within 2·asin(0.5 / 4) of the zone's middle.
    const half = (2 * Math.asin(0.5 / 4) * 180) / Math.PI
    expect(edges.map((e) => e.kind)).toEqual(['enter', 'leave'])
    expect(edges[0].t).toBeCloseTo(1 + (90 - half) / 3600, 5)
    expect(edges[1].t).toBeCloseTo(1 + (90 + half) / 3600, 5)
  })
  it('a sound at it comes from where it flies', () => {
    const cues = [{ ...tied.cues[0], steps: [...tied.cues[0].steps, { ...whistle, at: 0.25 }] }, tied.cues[1]]
    const result = played({ ...tied, cues })
    of(result, 'sound')[0].place.forEach((v: number, axis: number) =>
      expect(v).toBeCloseTo(result.flights[0].positions[30][axis], 9),
    )
  })
})

describe('flights that are known', () => {
  const thrown = made({ impact: 'thuds' })
  const withoutPhysics = (of: typeof thrown) => {
    const under = beginRun(of, walksOf(of, ['w']), { seed: 1, knownFlights: true })
    under.goOn(Infinity)
    return { lacks: under.lacksFlights(), events: eventsOf(under.end()) }
  }
  /** The same show elsewhere, where nothing has flown yet. */
  const elsewhere = () => structuredClone(thrown)

  it('go with their show: the run is the same without the physics, in every number', () => {
    const whole = eventsOf(played(thrown))
    const there = elsewhere()
    expect(withoutPhysics(there).lacks).toBe(true)
    expect(withoutPhysics(there).events.filter(({ kind }) => kind === 'impact')).toEqual([])
    learnFlights(there, packedFlights(thrown))
    expect(withoutPhysics(there)).toEqual({ lacks: false, events: whole })
  })
  it('are of no use where it is thrown otherwise, or the place is another one', () => {
    const packed = packedFlights(thrown)
    const faster = made({ impact: 'thuds', speed: [7, 7] })
    learnFlights(faster, packed)
    expect(withoutPhysics(faster).lacks).toBe(true)
    const there = elsewhere()
    learnFlights(there, packed)
    const { place } = there
    expect(withoutPhysics({ ...there, note: 'Another' }).lacks).toBe(false)
    expect(withoutPhysics({ ...there, place: { ...place, floors: [] } }).lacks).toBe(true)
  })
})
