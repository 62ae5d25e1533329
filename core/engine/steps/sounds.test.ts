import { describe, expect, it } from 'vitest'
import { dithering, lines, logFor, oneRule, point, SOUND, walk } from '../../testing/small-show'
import { made } from '../../testing/steps-show'

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
