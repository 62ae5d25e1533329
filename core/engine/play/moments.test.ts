import { describe, expect, it } from 'vitest'
import { across, lines, logFor, oneRule, point, show, walk } from '../../testing/small-show'

const HEARD = ['fire', 'held', 'press', 'signal'] as const

describe('moments, worked out by hand', () => {
  it('leave fires when the body lets go of the rim', () => {
    const made = oneRule({ on: { at: 'leave' } }, [], { zone: { rim: 0.5 } })
    expect(lines(logFor(made).events, 'enter', 'leave', 'fire')).toEqual([
      '1.7 enter z',
      '4.8 leave z',
      '4.8 fire z r cue',
    ])
  })

  it('dwell fires once after its time, and not if the body left before', () => {
    expect(lines(logFor(oneRule({ on: { at: 'dwell', seconds: 2 } })).events, 'fire')).toEqual(['3.7 fire z r cue'])
    expect(lines(logFor(oneRule({ on: { at: 'dwell', seconds: 3 } })).events, 'fire')).toEqual([])
  })

  it('a dwell that ends as the body leaves still counts: the agenda comes before edges', () => {
    expect(lines(logFor(oneRule({ on: { at: 'dwell', seconds: 2.6 } })).events, 'fire', 'leave')).toEqual([
      '4.3 fire z r cue',
      '4.3 leave z',
    ])
  })

  describe('use', () => {
    const pressing = (more: object) =>
      walk('w', point(0), point(3, { pause: 2, use: true, useAfter: 1, ...more }), point(9))
    const made = (on: object, more: object = {}) =>
      oneRule({ on: { at: 'use', ...on } }, [], {
        show: {
          place: { props: [{ id: 'lever', name: 'Lever', kind: 'box', at: [3, 0, -2], size: [1, 1, 1] }] },
          walks: [pressing(more)],
        },
      })
    it('is heard inside, and the press says by whom it was taken', () => {
      expect(lines(logFor(made({})).events, ...HEARD)).toEqual(['4 press [r]', '4 fire z r cue'])
    })
    it('needs the facing it asks for', () => {
      const on = { facing: { prop: 'lever', within: 30 } }
      expect(lines(logFor(made(on)).events, ...HEARD)).toEqual(['4 press []'])
      expect(lines(logFor(made(on, { look: { prop: 'lever' } })).events, ...HEARD)).toEqual([
        '4 press [r]',
        '4 fire z r cue',
      ])
      expect(lines(logFor(made(on, { look: { yaw: 29 } })).events, ...HEARD)).toEqual(['4 press [r]', '4 fire z r cue'])
      expect(lines(logFor(made(on, { look: { yaw: 31 } })).events, ...HEARD)).toEqual(['4 press []'])
    })
    it('may come later than the pause, and the walk has not ended before it', () => {
      const late = oneRule({ on: { at: 'use' } }, [], {
        show: { walks: [walk('w', point(0), point(3, { use: true, useAfter: 2 }))] },
      })
      expect(lines(logFor(late).events, 'press', 'walkEnd')).toEqual(['5 press [r]', '5 walkEnd'])
    })
    it('is taken also by a rule that a gate then holds', () => {
      const held = oneRule({ on: { at: 'use' }, chance: 0 }, [], { show: { walks: [pressing({})] } })
      expect(lines(logFor(held).events, ...HEARD)).toEqual(['4 press [r]', '4 held z r chance'])
    })
  })

  it('signals are heard with the sender’s body, after their delay, by all that listen', () => {
    const made = show({
      cues: [
        { id: 'send', name: 'Send', steps: [{ id: 's', kind: 'signal', name: 'ring', delay: 1.5 }] },
        { id: 'answer', name: 'Answer', steps: [] },
      ],
      zones: [
        { id: 'a', name: 'A', ...across(2, 4), rules: [{ id: 'r', on: { at: 'enter' }, cue: 'send' }] },
        {
          id: 'b',
          name: 'B',
          ...across(12, 14),
          rules: [{ id: 'q', on: { at: 'signal', name: 'ring' }, cue: 'answer' }],
        },
        {
          id: 'c',
          name: 'C',
          ...across(1, 6),
          rules: [{ id: 'i', on: { at: 'signal', name: 'ring', inside: true }, cue: 'answer' }],
        },
      ],
    })
    expect(lines(logFor(made).events, 'fire', 'signal')).toEqual([
      '1.7 fire a r send',
      '3.2 signal ring',
      '3.2 fire b q answer',
      '3.2 fire c i answer',
    ])
  })

  it('clock comes once at its time, has no body, and nothing releases it', () => {
    const made = oneRule({ on: { at: 'clock', seconds: 2 } }, [
      { id: 'p', kind: 'prompt', text: 'Now', anchor: { zone: 'z' } },
    ])
    const log = logFor(made)
    expect(lines(log.events, 'fire', 'end')).toEqual(['2 fire z r cue', '20 end cue run over'])
    expect(log.events.find((event) => event.kind === 'fire')).not.toHaveProperty('player')
  })
})

describe('look', () => {
  // The walk goes along X at 1 m/s; the zone is entered at 1.7 s and left at 14.3 s; the picture hangs at (8, −4).
  const made = (on: object, more: any = {}) =>
    show({
      place: {
        marks: [{ id: 'picture', name: 'Picture', kind: 'standing', at: [8, 1.65, -4] }],
        walls: more.walls ?? [],
      },
      cues: [{ id: 'cue', name: 'Cue', steps: more.steps ?? [] }],
      zones: [
        {
          id: 'z',
          name: 'Z',
          ...across(2, 14),
          rules: [
            { id: 'r', on: { at: 'look', target: { mark: 'picture' }, within: 45, ...on }, cue: 'cue', ...more.rule },
          ],
        },
      ],
      walks: [walk('w', point(0, more.first), point(20))],
    })
  const fired = (...args: Parameters<typeof made>) => lines(logFor(made(...args)).events, 'fire', 'held')

  it('begins where the angle is just met: 45° ahead of a picture 4 m aside is 4 m before it', () => {
    expect(fired({})).toEqual(['1.7 fire z r cue'])
    // Facing −X all the way, the picture comes into view 4 m after it.
    expect(fired({}, { first: { look: { yaw: 90 } } })).toEqual(['12 fire z r cue'])
  })
  it('must go on for its seconds, and counts once', () => {
    expect(fired({ seconds: 2 })).toEqual(['3.7 fire z r cue'])
    // It is in view from 1.7 s to 4 s only.
    expect(fired({ seconds: 2.3 })).toEqual(['4 fire z r cue'])
    expect(fired({ seconds: 2.4 })).toEqual([])
  })
  it('is broken by a wall, and let through by its opening', () => {
    const wall = { id: 'wall', from: [0, -2], to: [20, -2] }
    expect(fired({}, { walls: [wall] })).toEqual([])
    // From (x, 0) the line to (8, −4) crosses z = −2 at (x + 8) / 2; the opening from 5.5 to 6 lets it through from x = 3 to x = 4.
    expect(fired({}, { walls: [{ ...wall, openings: [{ id: 'slit', at: 5.5, width: 0.5 }] }] })).toEqual([
      '3 fire z r cue',
    ])
    expect(fired({ seconds: 1 }, { walls: [{ ...wall, openings: [{ id: 'slit', at: 5.5, width: 0.5 }] }] })).toEqual([
      '4 fire z r cue',
    ])
    expect(fired({ seconds: 1.01 }, { walls: [{ ...wall, openings: [{ id: 'slit', at: 5.5, width: 0.5 }] }] })).toEqual(
      [],
    )
  })
  it('looking at the target itself lasts from the enter to the leave', () => {
    expect(fired({ within: 1, seconds: 12 }, { first: { look: { mark: 'picture' } } })).toEqual(['13.7 fire z r cue'])
    expect(fired({ within: 1, seconds: 12.7 }, { first: { look: { mark: 'picture' } } })).toEqual([])
  })
  it('goes on while the walker is frozen, in the time of the run', () => {
    const freeze = { id: 'f', kind: 'freeze', locks: ['walk'], hold: 5 }
    const show = made({ seconds: 4 }, {})
    const frozen = {
      ...show,
      cues: [...show.cues, { ...show.cues[0], id: 'hold', steps: [{ ...freeze, at: 0, jitter: 0, muted: false }] }],
      rules: [{ ...show.zones[0].rules[0], id: 'c', on: { at: 'clock', seconds: 2 }, cue: 'hold' }],
    }
    expect(lines(logFor(frozen as never).events, 'fire')).toEqual(['2 fire c hold', '5.7 fire z r cue'])
  })
})
