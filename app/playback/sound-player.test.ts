import { amplitude } from '~~/core/base'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { run, walksOf } from '~~/core/engine'
import type { Show } from '~~/core/show'
import { oneRule, point, show as made, SOUND, walk } from '~~/core/testing/small-show'
import { Gain, WrittenAudio, type Source } from '~~/tests/harness/audio'
import { createPlayer, MOST_VOICES, type Heard, type SoundPlayer } from './sound-player'

/** From pressing play to the first sound, and how far ahead sounds are put (s). */
const LEAD = 0.06
/** Those that have not come yet. */
let missing: Set<string>
const buffers = {
  get: (key: string) =>
    missing.has(key) ? undefined : ({ duration: SOUND.seconds, numberOfChannels: 1 } as AudioBuffer),
}
const heardIn = (show: Show, ...walks: string[]): Heard => {
  const followed = walks.length > 0 ? walks : show.walks.map(({ id }) => id)
  return { show, run: run(show, walksOf(show, followed), { seed: 1 }), player: 0 }
}
/** A sound at a time of the clock, and one that goes round from another. */
const clocked = (steps: object[], more: object = {}) =>
  made({
    ...more,
    sounds: [SOUND],
    cues: [{ id: 'cue', name: 'Cue', for: 'everyone', steps }],
    rules: [{ id: 'r', on: { at: 'clock', seconds: 2 }, cue: 'cue' }],
    walks: [walk('w', point(0), point(20))],
  })
const once = { id: 's', kind: 'sound', sound: SOUND.id, where: { at: 'head' } }
const round = { id: 'b', kind: 'bed', sound: SOUND.id, fadeIn: 0, fadeOut: 0, hold: 3 }

let heard: Heard | undefined
let muted: Set<number>
let player: SoundPlayer
const context = () => WrittenAudio.made.at(-1)!
const begun = () => context().sources.map(({ begun }) => begun!)
/** Lets the context's clock go on, a tick of the player at a time. */
function goOn(seconds: number): void {
  for (let i = 0; i < seconds * 10; i++) {
    context().currentTime += 0.1
    vi.advanceTimersByTime(100)
  }
}
/** How loud the way out of a source was told to be last: its level, and its door. */
const levelOf = (source: Source) => (source.to as Gain).gain.last!
const doorOf = (source: Source) => (source.to!.to as Gain).gain.last

beforeEach(() => {
  vi.useFakeTimers()
  vi.stubGlobal('AudioContext', WrittenAudio)
  muted = new Set()
  missing = new Set()
  player = createPlayer(
    buffers,
    () => heard,
    (playing) => !muted.has(playing),
  )
})
afterEach(() => {
  player.stop()
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('playing', () => {
  it('begins each sound when the log has it, by the clock of the sound', () => {
    heard = heardIn(clocked([once, { ...once, id: 'later', at: 1.25 }]))
    player.start(0, 1)
    expect(begun()).toEqual([])
    goOn(4)
    expect(begun().map(({ when, offset }) => [when - 10 - LEAD, offset])).toEqual([
      [expect.closeTo(2, 9), 0],
      [expect.closeTo(3.25, 9), 0],
    ])
    expect(player.now()).toBeCloseTo(4 - LEAD, 9)
  })

  it('at four times the speed begins them four times as early, and plays them as fast', () => {
    heard = heardIn(clocked([once]))
    player.start(0, 4)
    goOn(1)
    expect(begun()[0]!.when).toBeCloseTo(10 + LEAD + 0.5, 9)
    expect(context().sources[0]!.playbackRate.value).toBe(4)
    expect(player.now()).toBeCloseTo(4 * (1 - LEAD), 9)
  })

  it('from the middle joins where a sound would be by then: further on in it, or round again', () => {
    heard = heardIn(clocked([{ ...once, pitch: [1200, 1200] }, round]))
    player.start(2.4, 1)
    const [first, second] = begun()
    expect(first).toMatchObject({ when: 10 + LEAD, offset: expect.closeTo(0.8, 9) })
    expect(second).toMatchObject({
      when: 10 + LEAD,
      offset: expect.closeTo(0.4 % SOUND.seconds, 9),
      seconds: undefined,
    })
    expect(context().sources[1]).toMatchObject({ loop: true, loopStart: 0, loopEnd: SOUND.seconds })
  })

  it('what begins in the middle of its file comes in softly, what begins with it at once', () => {
    heard = heardIn(clocked([round]))
    player.start(2.4, 1)
    const doorTold = () => (context().sources[0]!.to!.to as Gain).gain.told
    expect(doorTold().map(({ how, value }) => [how, value])).toEqual([
      ['set', 0],
      ['ramp', 1],
    ])
    player.stop()
    player.start(1, 1)
    goOn(1.2)
    expect((context().sources.at(-1)!.to!.to as Gain).gain.told).toEqual([])
  })

  it('a run that is only now being made is heard a little later, each sound whole', () => {
    const whole = heardIn(clocked([once]))
    heard = { ...whole, run: { ...whole.run, audible: [] }, until: 0 }
    player.startLive(0, 1)
    for (let n = 0; n < 25; n++) {
      goOn(0.1)
      const until = player.now()
      heard = { ...whole, until, run: { ...whole.run, audible: whole.run.audible.filter(({ t }) => t <= until) } }
    }
    const [first] = begun()
    expect(first!.offset).toBe(0)
    // At 2 s of the run, and not before that has come.
    expect(first!.when - 10 - LEAD).toBeGreaterThanOrEqual(2)
    expect(first!.when - 10 - LEAD).toBeLessThan(2.2)
  })

  it('more than 64 sounds at once are not played: the quietest give way', () => {
    const many = Array.from({ length: 70 }, (_, i) => ({ ...round, id: `b${i}`, gain: -i, hold: 20 }))
    heard = heardIn(clocked(many))
    player.start(3, 1)
    goOn(0.2)
    const sounding = context().sources.filter(({ stopped }) => stopped === undefined)
    expect(sounding).toHaveLength(MOST_VOICES)
    expect(Math.min(...sounding.map(levelOf))).toBeCloseTo(amplitude(-63) * Math.SQRT1_2, 9)
  })

  it('stops everything at once, and begins anew from elsewhere', () => {
    heard = heardIn(clocked([round]))
    player.start(2, 1)
    goOn(1)
    player.start(3, 1)
    expect(context().sources.map(({ stopped }) => stopped !== undefined)).toEqual([true, false])
    player.stop()
    expect(context().sources.map(({ stopped }) => stopped !== undefined)).toEqual([true, true])
    goOn(3)
    expect(context().sources.length).toBe(2)
  })

  it('plays what the player hears who is followed, and nobody else’s', () => {
    const walks = [walk('near', point(0), point(20)), walk('far', { at: [0, 0, 90] }, { at: [20, 0, 90] })]
    const show = oneRule({ on: { at: 'enter' } }, [once], { show: { sounds: [SOUND], walks } })
    heard = heardIn(show, 'near', 'far')
    player.start(0, 1)
    goOn(4)
    expect(begun().length).toBe(1)
    heard = { ...heard, player: 1 }
    player.start(0, 1)
    goOn(4)
    expect(begun().length).toBe(1)
  })
})

describe('a new run while it plays', () => {
  it('goes on with what has not changed, stops what is gone and begins what is new', () => {
    const [stays, goes, comes] = ['stays', 'goes', 'comes'].map((id, i) => ({ ...round, id, at: i * 0.1, hold: 20 }))
    heard = heardIn(clocked([stays!, goes!]))
    player.start(2, 1)
    goOn(1)
    expect(context().sources.length).toBe(2)
    heard = heardIn(clocked([stays!, comes!]))
    player.change()
    expect(context().sources.map(({ stopped }) => stopped !== undefined)).toEqual([false, true, false])
    expect(context().sources[2]!.begun!.offset).toBeGreaterThan(0)
  })
})

describe('how loud', () => {
  it('a sound at the head is, follows its gain and its fades', () => {
    heard = heardIn(clocked([{ ...round, gain: -6, fadeIn: 1, hold: 8 }]))
    player.start(2, 1)
    goOn(0.5)
    const source = context().sources[0]!
    const rising = levelOf(source)
    goOn(2)
    expect(rising).toBeGreaterThan(0)
    expect(rising).toBeLessThan(levelOf(source))
    expect(levelOf(source)).toBeCloseTo(amplitude(-6) * Math.SQRT1_2, 6)
  })

  it('a sound at a place is, falls off as the player walks away, and stands where it is about them', () => {
    const show = clocked([{ ...round, where: { at: 'mark', mark: 'm' }, hold: 12 }], {
      place: { marks: [{ id: 'm', name: 'Mark', kind: 'standing', at: [0, 1.65, 0] }] },
    })
    heard = heardIn(show)
    player.start(3, 1)
    goOn(0.2)
    const source = context().sources[0]!
    const [near, panner] = [levelOf(source), context().panners[0]!]
    goOn(6)
    expect(levelOf(source)).toBeLessThan(near)
    // They walk along +X and face it: what they came from is behind them, on neither side.
    expect(panner.positionZ.last).toBeCloseTo(1, 6)
    expect(panner.positionX.last).toBeCloseTo(0, 6)
  })

  it('what is muted is let through again when that is taken back', () => {
    heard = heardIn(clocked([{ ...round, hold: 20 }]))
    muted = new Set([1])
    player.start(2, 1)
    const source = context().sources[0]!
    expect(doorOf(source)).toBe(0)
    muted = new Set()
    player.heedMutes()
    expect(doorOf(source)).toBe(1)
  })

  it('follows the level of its bus', () => {
    heard = heardIn(
      clocked([
        { ...round, hold: 20 },
        { id: 'down', kind: 'level', bus: 'bed', gain: -20, at: 1, hold: 10 },
      ]),
    )
    player.start(2, 1)
    const bus = context().sources[0]!.to!.to!.to as Gain
    goOn(0.5)
    expect(bus.gain.last).toBeCloseTo(1, 6)
    goOn(2)
    expect(bus.gain.last).toBeCloseTo(0.1, 6)
  })
})

describe('a long sound', () => {
  /** A bed of a file of 70 s, which is played in pieces of 20. */
  const long = () => {
    const show = clocked([{ ...round, hold: 200, fadeOut: 0 }])
    return heardIn({ ...show, sounds: [{ ...show.sounds[0]!, seconds: 70 }], walks: [{ ...show.walks[0]!, points: [{ ...show.walks[0]!.points[0]!, pause: 300 }] }] }) // prettier-ignore
  }
  it('is played piece after piece, each from where the one before it ends, and goes round', () => {
    heard = long()
    player.start(2, 1)
    goOn(75)
    const zero = context().sources[0]!.begun!.when
    expect(
      begun().map(({ when, offset, seconds }) =>
        [when - zero, offset, seconds].map((n) => Math.round(n! * 1000) / 1000),
      ),
    ).toEqual([
      [0, 0, 20],
      [20, 0, 20],
      [40, 0, 20],
      [60, 0, 10],
      [70, 0, 20],
    ])
  })
  it('is joined in the middle where one plays from there', () => {
    heard = long()
    player.start(2 + 70 + 25, 1)
    expect(begun()[0]!.offset).toBeCloseTo(5, 6)
    expect(begun()[0]!.seconds).toBeCloseTo(15, 6)
  })
  it('goes on where it would be by then once a piece that was late has come', () => {
    heard = long()
    const late = `${SOUND.asset}#1`
    missing.add(late)
    player.start(2, 1)
    goOn(23)
    expect(begun()).toHaveLength(1)
    missing.delete(late)
    goOn(0.2)
    const [first, second] = begun()
    expect(second!.offset).toBeGreaterThan(2.5)
    expect(second!.when - second!.offset - first!.when).toBeCloseTo(20, 6)
  })
})
