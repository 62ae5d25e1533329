import { describe, expect, it } from 'vitest'
import { lines, logFor, point, show, SOUND, walk } from '../../testing/small-show'

/** A cart with a zone of 1 × 1 m about it; at 2 s a clock moves it. Somebody stands at (5, 0), feet only. */
const made = (step: object, more: any = {}) =>
  show({
    place: { props: [{ id: 'cart', name: 'Cart', kind: 'box', at: [0, 0, 0], size: [1, 1, 1], yaw: more.yaw ?? 0 }] },
    cues: [
      { id: 'go', name: 'Go', steps: [{ id: 's', kind: 'prop', prop: 'cart', hold: 'keep', ...step }] },
      ...(more.cues ?? []),
    ],
    sounds: [SOUND],
    zones: [
      {
        id: 'z',
        name: 'Z',
        notices: 'feet',
        tiedTo: { prop: 'cart' },
        shape: { kind: 'box', at: more.at ?? [0, 0, 0], size: [1, 1, 1] },
        ...more.zone,
      },
    ],
    rules: [{ id: 'c', on: { at: 'clock', seconds: 2 }, cue: 'go' }],
    walks: [walk('w', point(5, { pause: 20 }), ...(more.points ?? []))],
  })
const edges = (...args: Parameters<typeof made>) => lines(logFor(made(...args)).events, 'enter', 'leave')

describe('zones tied to props that move', () => {
  it('a slide at constant speed comes to somebody who stands, and goes on past', () => {
    // 10 m in 10 s from 2 s on: the near side reaches x = 5 when the middle is at 4.5, the far side leaves it at 5.5.
    expect(edges({ slide: { by: [10, 0, 0] }, ramp: { seconds: 10 } })).toEqual(['6.5 enter z', '7.5 leave z'])
  })
  it('with an ease it is bracketed: half way through a smooth slide is half way', () => {
    const [enter, leave] = edges({ slide: { by: [10, 0, 0] }, ramp: { seconds: 10, ease: 'inout' } }).map((line) =>
      Number(line.split(' ')[0]),
    )
    // 3u² − 2u³ = 0.45 and 0.55
    expect(enter).toBeCloseTo(2 + 10 * 0.46665, 3)
    expect(leave).toBeCloseTo(2 + 10 * 0.53335, 3)
  })
  it('a turn about the prop sweeps round, counter-clockwise', () => {
    // The zone hangs 5 m out at −Z and is swept to −X by 90°, to −90° (which is +X) by −90°.
    expect(edges({ turn: { by: 90 }, ramp: { seconds: 9 } }, { at: [0, 0, -5] })).toEqual([])
    const [enter] = edges({ turn: { by: -90 }, ramp: { seconds: 9 } }, { at: [0, 0, -5] })
    // its near side is there when asin(0.5 / 5) is left of the way
    expect(Number(enter.split(' ')[0])).toBeCloseTo(2 + 9 * (1 - (Math.asin(0.1) * 180) / Math.PI / 90), 2)
  })
  it('a slide is in the prop’s own frame', () => {
    // A cart that faces −X (yaw 90) slides along its own −Z, which is −X: away.
    expect(edges({ slide: { by: [0, 0, 10] }, ramp: { seconds: 10 } }, { yaw: 90 })).toEqual([
      '6.5 enter z',
      '7.5 leave z',
    ])
  })
  it('somebody who walks meets it where both are', () => {
    // From x = 5 at 1 m/s from 2 s on towards it, which comes at 1 m/s: 4.5 m apart, met after 2.25 s.
    const walks = { points: [point(-20)] }
    const show = made({ slide: { by: [10, 0, 0] }, ramp: { seconds: 10 } }, walks)
    const meeting = {
      ...show,
      walks: [{ ...show.walks[0], points: show.walks[0].points.map((p, i) => (i === 0 ? { ...p, pause: 2 } : p)) }],
    }
    expect(lines(logFor(meeting).events, 'enter', 'leave')).toEqual(['4.25 enter z', '4.75 leave z'])
  })
  it('a sound at the zone comes from where it is then', () => {
    const thud = { id: 'b', kind: 'sound', sound: 'thud', where: { at: 'zone' } }
    const carried = made(
      { slide: { by: [10, 0, 0] }, ramp: { seconds: 10 } },
      {
        zone: { rules: [{ id: 'r', on: { at: 'enter' }, cue: 'rumble' }] },
        cues: [{ id: 'rumble', name: 'Rumble', steps: [thud] }],
      },
    )
    const heard = logFor(carried).events
    // It enters whom it comes to at 6.5 s, when its middle has come to x = 4.5.
    expect(heard.find((event) => event.kind === 'sound')).toMatchObject({ t: 6.5, place: [4.5, 0.5, 0] })
  })
  it('jumps at once with a step without a ramp', () => {
    expect(edges({ slide: { by: [5, 0, 0] } })).toEqual(['2 enter z'])
  })
})
