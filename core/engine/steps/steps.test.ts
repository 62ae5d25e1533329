import { describe, expect, it } from 'vitest'
import { dithering, lines, logFor, oneRule, point, SOUND, walk } from '../../testing/small-show'
import { channelAt, facingAt, run, walksOf } from '..'

const place = {
  lights: [{ id: 'lamp', name: 'Lamp', kind: 'point', at: [0, 2, 0], candela: 100, colour: '#ffffff' }],
  marks: [
    { id: 'far', name: 'Far', kind: 'standing', at: [10, 0, 0], yaw: 90 },
    { id: 'above', name: 'Above', kind: 'camera', at: [3, 5, 0], pitch: -90, fov: 40 },
  ],
  props: [{ id: 'door', name: 'Door', kind: 'box', at: [3, 0, 0], size: [1, 2, 0.1] }],
}
/** The zone is entered at 1.7 s and left at 4.3 s. */
const made = (steps: object[], more: any = {}) =>
  oneRule(more.rule ?? {}, steps, { ...more, show: { place, sounds: [SOUND], ...more.show } })
function values(steps: object[], channel: string, field: string, times: number[], more: object = {}): unknown[] {
  const show = made(steps, more)
  const result = run(show, walksOf(show, ['w']), { seed: 1 })
  return times.map((t) => {
    const value = channelAt(show, result, channel, t, 0)[field]
    return typeof value === 'number' ? Math.round(value * 1e6) / 1e6 : value
  })
}
const LOG = ['step', 'stepEnd', 'lock', 'unlock', 'end'] as const

describe('light', () => {
  const dim = { id: 'l', kind: 'light', light: 'lamp', candela: 20 }
  it('ramps from where it is, is held until release, and goes back to its base', () => {
    const step = { ...dim, ramp: { seconds: 2 }, release: { seconds: 1 }, hold: 'release' }
    expect(values([step], 'light:lamp', 'candela', [1, 1.7, 2.7, 3.7, 4.3, 4.8, 5.3, 9])).toEqual([
      100, 100, 60, 20, 20, 60, 100, 100,
    ])
  })
  it('turns back from where it is when released half way', () => {
    const step = { ...dim, ramp: { seconds: 5.2 }, release: { seconds: 1 }, hold: 'release' }
    expect(values([step], 'light:lamp', 'candela', [4.3, 4.8, 5.3])).toEqual([60, 80, 100])
  })
  it('eases as the format says', () => {
    const at = (ease: string) =>
      values([{ ...dim, ramp: { seconds: 2, ease }, hold: 'release' }], 'light:lamp', 'candela', [2.2])[0]
    // a quarter of the time gone
    expect([at('linear'), at('in'), at('out'), at('inout')]).toEqual([80, 95, 65, 87.5])
  })
  it('with a rate takes as long as the way is far', () => {
    const step = { ...dim, ramp: { rate: 40 }, hold: 'keep' }
    expect(values([step], 'light:lamp', 'candela', [2.7, 3.7, 9])).toEqual([60, 20, 20])
  })
  it('mixes colours in linear light and switches as a factor', () => {
    const step = {
      id: 'l',
      kind: 'light',
      light: 'lamp',
      colour: '#000000',
      on: false,
      ramp: { seconds: 2 },
      hold: 'release',
    }
    expect(values([step], 'light:lamp', 'colour', [2.7])).toEqual(['#bcbcbc'])
    expect(values([step], 'light:lamp', 'on', [2.7, 3.7, 4.3, 5.3, 6.3])).toEqual([0.5, 0, 0, 0.5, 1])
  })
  it('of two claims the newest rules; when it ends the older one does', () => {
    const older = { ...dim, hold: 'release' }
    const newer = { ...dim, id: 'm', candela: 70, at: 0.5, hold: 1 }
    expect(values([older, newer], 'light:lamp', 'candela', [1.7, 2.2, 3.1, 3.2, 4.2, 4.3])).toEqual([
      20, 70, 70, 20, 20, 100,
    ])
  })
  it('an older claim that ends while a newer one still ramps does not touch the ramp', () => {
    const newer = { ...dim, id: 'n', candela: 0, at: 0.4, ramp: { seconds: 2 }, hold: 3 }
    const older = { ...dim, candela: 50, hold: 1 }
    // From 50 at 2.1 s on in a line to 0 at 4.1 s; the older one ends at 2.7 s.
    expect(values([older, newer], 'light:lamp', 'candela', [2.1, 2.6, 3.1, 3.6, 4.1])).toEqual([50, 37.5, 25, 12.5, 0])
  })
  it('an older claim that ends under a newer one changes nothing', () => {
    const older = { ...dim, hold: 1 }
    const newer = { ...dim, id: 'm', candela: 70, at: 0.5, hold: 'release' }
    expect(values([older, newer], 'light:lamp', 'candela', [2.2, 2.7, 4.2, 4.3])).toEqual([70, 70, 70, 100])
  })
})

describe('drift', () => {
  it('rises at its rate to its limit, and falls after release', () => {
    const step = { id: 'd', kind: 'drift', target: { light: 'lamp' }, rate: 50, to: 200, fall: 25 }
    expect(values([step], 'light:lamp', 'candela', [1.7, 2.7, 3.7, 4.3, 6.3, 8.3])).toEqual([
      100, 150, 200, 200, 150, 100,
    ])
  })
})

describe('atmosphere and level', () => {
  it('goes back to what was there before', () => {
    const step = {
      id: 'a',
      kind: 'atmosphere',
      level: 0.2,
      fog: { colour: '#ffffff', density: 0.5 },
      ramp: { seconds: 1 },
      hold: 'release',
    }
    expect(values([step], 'atmosphere', 'level', [1, 2.2, 4, 9])).toEqual([1, 0.6, 0.2, 1])
    expect(values([step], 'atmosphere', 'fogDensity', [1, 2.2, 4, 9])).toEqual([0, 0.25, 0.5, 0])
  })
  it('takes a bus down for the player', () => {
    expect(values([{ id: 'b', kind: 'level', bus: 'bed', gain: -12, hold: 1 }], 'bus:bed', 'gain', [1, 2, 3])).toEqual([
      0, -12, 0,
    ])
  })
})

describe('fade', () => {
  const fade = { id: 'f', kind: 'fade', in: 1, stay: 2, out: 2 }
  it('rises, stays and falls', () => {
    expect(values([fade], 'picture', 'opacity', [1.7, 2.2, 2.7, 4.7, 5.7, 6.7])).toEqual([0, 0.5, 1, 1, 0.5, 0])
    expect(lines(logFor(made([fade])).events, ...LOG)).toEqual(['1.7 step f', '6.7 stepEnd f', '6.7 end cue done'])
  })
  it('cut short goes into its out from the opacity it has', () => {
    const rule = { onLeave: 'stop' }
    expect(values([{ ...fade, in: 5.2 }], 'picture', 'opacity', [4.3, 5.3, 6.3], { rule })).toEqual([0.5, 0.25, 0])
  })
})

describe('freeze', () => {
  it('takes the controls and gives them back; the walk goes on from where it was', () => {
    const log = logFor(made([{ id: 'f', kind: 'freeze', locks: ['use', 'walk'], hold: 2 }]))
    expect(lines(log.events)).toEqual([
      '1.7 enter z',
      '1.7 fire z r cue',
      '1.7 start cue',
      '1.7 step f use+walk',
      '1.7 lock use+walk',
      '3.7 stepEnd f',
      '3.7 unlock',
      '3.7 end cue done',
      '6.3 leave z',
      '22 walkEnd',
    ])
  })
  it('as long as the cue ends with the longest of the others', () => {
    const log = logFor(
      made([
        { id: 'f', kind: 'freeze', locks: ['look'] },
        { id: 's', kind: 'sound', sound: 'thud', where: { at: 'head' }, at: 1 },
      ]),
    )
    expect(lines(log.events, 'stepEnd', 'unlock', 'end')).toEqual([
      '4.7 stepEnd s',
      '4.7 stepEnd f',
      '4.7 unlock',
      '4.7 end cue done',
    ])
  })
  it('two freezes: the locks in force are the union', () => {
    const both = [
      { id: 'f', kind: 'freeze', locks: ['look'], hold: 2 },
      { id: 'g', kind: 'freeze', locks: ['look', 'use'], at: 1, hold: 2 },
    ]
    expect(lines(logFor(made(both)).events, 'lock', 'unlock')).toEqual([
      '1.7 lock look',
      '2.7 lock look+use',
      '3.7 unlock look+use',
      '4.7 unlock',
    ])
    expect(values(both, 'controls', 'locks', [1, 2, 3, 4, 5])).toEqual([
      [],
      ['look'],
      ['look', 'use'],
      ['look', 'use'],
      [],
    ])
  })
  it('presses while only using is locked are lost; a frozen walk puts them off', () => {
    const walks = [walk('w', point(0), point(3, { pause: 1, use: true, useAfter: 0.5 }), point(9))]
    const presses = (locks: string[]) =>
      lines(logFor(made([{ id: 'f', kind: 'freeze', locks, hold: 4 }], { show: { walks } })).events, 'press')
    expect(presses(['use'])).toEqual(['3.5 press []'])
    expect(presses(['walk'])).toEqual(['7.5 press []'])
  })
  it('looking: the facing stands still round a corner, until it is given back', () => {
    const corner = [point(0), point(3), { at: [3, 0, 30], pace: 1 }]
    const freeze = { id: 'f', kind: 'freeze', locks: ['look'], hold: 2 }
    const show = made([freeze], { show: { walks: [walk('w', ...corner)] }, rule: { onLeave: 'nothing' } })
    const played = run(show, walksOf(show, ['w']), { seed: 1 })
    expect([1, 2.9, 3.5, 3.8].map((t) => Math.round(facingAt(show, played, 0, t)))).toEqual([-90, -90, -90, -180])
  })
  it('for good: the run ends when everybody has been held for a minute', () => {
    const log = logFor(made([{ id: 'f', kind: 'freeze', locks: ['walk'], hold: 'keep' }]))
    expect(lines(log.events, 'lock', 'unlock', 'walkEnd')).toEqual(['1.7 lock walk', '61.7 walkEnd locked'])
    expect(log.length).toBeCloseTo(61.7, 9)
  })
})

describe('sound, bed and scatter', () => {
  it('a sound lasts as long as its file, pitched and trimmed', () => {
    const octave = { id: 's', kind: 'sound', sound: 'thud', where: { at: 'zone' }, gain: [-3, -3], pitch: [1200, 1200] }
    const log = logFor(made([octave]))
    expect(log.events.find((event) => event.kind === 'sound')).toEqual({
      t: 1.7,
      kind: 'sound',
      playing: 1,
      step: 's',
      sound: 'thud',
      bus: 'spot',
      place: [3, 1, 0],
      gain: -3,
      pitch: 1200,
      length: 1,
    })
    expect(lines(log.events, 'stepEnd', 'end')).toEqual(['2.7 stepEnd s', '2.7 end cue done'])
    const trimmed = made([{ ...octave, pitch: [0, 0] }], { show: { sounds: [{ ...SOUND, trim: [0.5, 1.25] }] } })
    expect(lines(logFor(trimmed).events, 'stepEnd')).toEqual(['2.45 stepEnd s'])
  })
  it('a bed goes on until release', () => {
    expect(
      lines(logFor(made([{ id: 'b', kind: 'bed', sound: 'thud' }])).events, 'step', 'sound', 'stepEnd', 'end'),
    ).toEqual(['1.7 step b', '1.7 sound b', '4.3 stepEnd b', '4.3 end cue released'])
  })
  it('a bed that a rule does not release goes on to the end of the run', () => {
    const log = logFor(made([{ id: 'b', kind: 'bed', sound: 'thud' }], { rule: { onLeave: 'nothing' } }))
    expect(lines(log.events, 'stepEnd', 'end')).toEqual(['20 stepEnd b', '20 end cue run over'])
  })
  it('a scatter sounds within its times, most of them at once, and stops with release', () => {
    const pools = [{ id: 'p', name: 'P', sounds: [{ sound: 'thud' }] }]
    const long = { walks: [walk('w', point(0), point(3, { pause: 60 }), point(9))], pools }
    const scatter = { id: 's', kind: 'scatter', pool: 'p', every: [0.5, 1], first: [1, 1], most: 2 }
    const log = logFor(made([scatter], { show: long }))
    const times = log.events.filter((event) => event.kind === 'sound').map((event) => event.t)
    expect(times[0]).toBeCloseTo(2.7, 9)
    expect(times.at(-1)).toBeLessThanOrEqual(64.3)
    for (const t of times) expect(times.filter((other) => other <= t && other > t - 2).length).toBeLessThanOrEqual(2)
    expect(times.length).toBeGreaterThan(50)
  })
  it('pools don’t repeat what came last, and a sequence keeps its order', () => {
    const sounds = ['a', 'b', 'c'].map((id) => ({ ...SOUND, id }))
    const drawn = (draw: string) => {
      const pools = [{ id: 'p', name: 'P', draw, sounds: sounds.map(({ id }) => ({ sound: id })) }]
      const made = oneRule({ busy: 'overlap' }, [{ id: 's', kind: 'sound', pool: 'p', where: { at: 'head' } }], {
        show: { sounds, pools, walks: [dithering(...Array.from({ length: 30 }, (_, i) => i + 1))] },
      })
      return logFor(made).events.flatMap((event) => (event.kind === 'sound' ? [event.sound] : []))
    }
    expect(drawn('sequence').slice(0, 7)).toEqual(['a', 'b', 'c', 'a', 'b', 'c', 'a'])
    for (const draw of ['shuffle', 'random']) drawn(draw).forEach((sound, i, all) => expect(sound).not.toBe(all[i - 1]))
    const shuffled = drawn('shuffle')
    for (let i = 0; i + 3 <= shuffled.length; i += 3) expect(new Set(shuffled.slice(i, i + 3)).size).toBe(3)
  })
})

describe('prompt, camera, move', () => {
  it('a prompt is shown by presence', () => {
    expect(
      values(
        [{ id: 'p', kind: 'prompt', text: 'Look', anchor: { prop: 'door' } }],
        'prompt:p',
        'shown',
        [1, 2, 4.2, 4.3],
      ),
    ).toEqual([false, true, true, false])
  })
  it('a camera travels, stays, and comes back to the eyes', () => {
    const step = { id: 'c', kind: 'camera', marks: [{ mark: 'above', travel: 0, stay: 2 }], back: { seconds: 1 } }
    expect(values([step], 'camera', 'mark', [1.6, 1.7, 3.6, 3.7, 9])).toEqual([null, 'above', 'above', null, null])
    expect(values([step], 'camera', 'fov', [1.6, 2, 4.2, 4.7])).toEqual([60, 40, 50, 60])
  })
  it('a move puts the body at the mark; what it enters there is quiet; the walk goes on to the point that says so', () => {
    const walks = [walk('w', point(0), point(5), point(10, { arrive: true, pause: 1 }), point(12))]
    const log = logFor(made([{ id: 'm', kind: 'move', mark: 'far', at: 0.3 }], { show: { walks } }))
    expect(lines(log.events, 'move', 'leave', 'walkEnd')).toEqual(['2 move', '2 leave z', '5 walkEnd'])
  })
  it('a move in a rule with a zone at the mark logs a quiet enter that no rule hears', () => {
    const extra = {
      id: 'y',
      name: 'Y',
      shape: { kind: 'box', at: [10, 0, 0], size: [2, 2, 2] },
      rules: [{ id: 'q', on: { at: 'enter' }, cue: 'cue' }],
    }
    const show = made([{ id: 'm', kind: 'move', mark: 'far' }])
    const log = logFor({
      ...show,
      zones: [
        ...show.zones,
        {
          ...show.zones[0],
          ...extra,
          shape: { ...extra.shape, yaw: 0 },
          rules: [{ ...show.zones[0].rules[0], id: 'q' }],
        } as never,
      ],
    })
    expect(lines(log.events, 'enter', 'fire')).toEqual(['1.7 enter z', '1.7 fire z r cue', '1.7 enter y quiet'])
  })
})

describe('release and stop', () => {
  const bed = { id: 'b', kind: 'bed', sound: 'thud' }
  const late = { id: 's', kind: 'sound', sound: 'thud', where: { at: 'head' }, at: 4 }
  it('release drops what would be held until release and lets the rest go on', () => {
    const log = logFor(made([{ ...bed, at: 4 }, late]))
    expect(lines(log.events, 'step', 'stepEnd', 'end')).toEqual(['5.7 step s', '7.7 stepEnd s', '7.7 end cue done'])
  })
  it('stop on leaving ends the playing at once', () => {
    expect(lines(logFor(made([bed, late], { rule: { onLeave: 'stop' } })).events, 'step', 'stepEnd', 'end')).toEqual([
      '1.7 step b',
      '4.3 stepEnd b',
      '4.3 end cue stopped',
    ])
  })
  it('a stop step ends the playings of a cue, its own too', () => {
    expect(
      lines(logFor(made([bed, { id: 'x', kind: 'stop', cue: 'cue', at: 1 }, late])).events, 'step', 'stepEnd', 'end'),
    ).toEqual(['1.7 step b', '2.7 step x', '2.7 stepEnd b', '2.7 end cue stopped'])
  })
  it('a playing released in its delay with nothing else left ends then, without having started', () => {
    expect(lines(logFor(made([bed], { rule: { delay: 9 } })).events, 'start', 'end')).toEqual(['4.3 end cue released'])
  })
  it('a zone step ends presences and begins them', () => {
    const log = logFor(
      made(
        [
          { id: 'x', kind: 'zone', zone: 'z', enabled: false, at: 1 },
          { id: 'y', kind: 'zone', zone: 'z', enabled: true, at: 1.5 },
        ],
        { rule: { limit: { times: 1 } } },
      ),
    )
    expect(lines(log.events, 'zone', 'enter', 'leave', 'held')).toEqual([
      '1.7 enter z',
      '2.7 zone z',
      '2.7 leave z',
      '3.2 zone z true',
      '3.2 enter z',
      '3.2 held z r limit',
      '4.3 leave z',
    ])
  })
})
