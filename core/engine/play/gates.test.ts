import { describe, expect, it } from 'vitest'
import { across, dithering, line, lines, logFor, oneRule, point, show, SOUND, walk } from '../../testing/small-show'

const HELD = ['fire', 'held'] as const
const heard = (rule: object, ...enters: number[]) =>
  lines(logFor(oneRule(rule, [], { show: { walks: [dithering(...enters)] } })).events, ...HELD)

describe('gates, worked out by hand', () => {
  it('lets an enter fire at the moment the body touches the zone', () => {
    const log = logFor(oneRule({}))
    expect(lines(log.events)).toEqual([
      '1.7 enter z',
      '1.7 fire z r cue',
      '1.7 start cue',
      '1.7 end cue done',
      '4.3 leave z',
      '20 walkEnd',
    ])
    expect(log.length).toBe(20)
  })

  it('off: a clock rule of a zone that is switched off is held', () => {
    const made = oneRule({ on: { at: 'clock', seconds: 3 } }, [], { zone: { enabled: false } })
    expect(lines(logFor(made).events, ...HELD)).toEqual(['3 held z r off'])
  })

  it('who: somebody of another kind or without the tag is held', () => {
    expect(lines(logFor(oneRule({ who: { kinds: ['creature'] } })).events, ...HELD)).toEqual(['1.7 held z r who'])
    expect(lines(logFor(oneRule({ who: { kinds: ['player'], tags: ['child'] } })).events, ...HELD)).toEqual([
      '1.7 held z r who',
    ])
    const child = oneRule({ who: { kinds: ['player'], tags: ['child'] } }, [], {
      show: { walks: [{ ...walk('w', point(0), point(9)), body: { kind: 'player', tags: ['child', 'small'] } }] },
    })
    expect(lines(logFor(child).events, ...HELD)).toEqual(['1.7 fire z r cue'])
  })

  it('debounce: counts from the previous moment, also from one that was held', () => {
    expect(heard({ debounce: 2 }, 1, 2.5, 4, 7)).toEqual([
      '1 fire z r cue',
      '2.5 held z r debounce left 0.5',
      '4 held z r debounce left 0.5',
      '7 fire z r cue',
    ])
  })

  it('debounce and cooldown exactly at their end let through', () => {
    expect(heard({ debounce: 3 }, 1, 4)).toEqual(['1 fire z r cue', '4 fire z r cue'])
    expect(heard({ cooldown: { seconds: 3 } }, 1, 4)).toEqual(['1 fire z r cue', '4 fire z r cue'])
  })

  it('condition: flags are read when the moment comes', () => {
    const flags = [{ id: 'lamp', name: 'Lamp', start: false }]
    const made = show({
      flags,
      cues: [
        { id: 'light-it', name: 'Light it', steps: [{ id: 'f', kind: 'flag', flag: 'lamp', set: true }] },
        { id: 'cue', name: 'Cue', steps: [] },
      ],
      zones: [
        {
          id: 'z',
          name: 'Z',
          ...across(2, 4),
          rules: [{ id: 'r', on: { at: 'enter' }, when: [{ flag: 'lamp', is: '=', value: true }], cue: 'cue' }],
        },
      ],
      rules: [{ id: 'c', on: { at: 'clock', seconds: 3 }, cue: 'light-it' }],
      walks: [dithering(1, 5)],
    })
    expect(lines(logFor(made).events, 'fire', 'held', 'flag')).toEqual([
      '1 held z r condition',
      '3 fire c light-it',
      '3 flag lamp true',
      '5 fire z r cue',
    ])
  })

  it('limit: so many times per player, or per run whoever comes', () => {
    expect(heard({ limit: { times: 2 } }, 1, 3, 5)).toEqual(['1 fire z r cue', '3 fire z r cue', '5 held z r limit'])
    const two = (per: string) =>
      oneRule({ limit: { times: 1 }, per }, [], {
        show: { walks: [walk('w', point(0), point(9)), { ...walk('v', point(0), point(9)), start: 5 }] },
      })
    expect(lines(logFor(two('player'), { walks: ['w', 'v'] }).events, ...HELD)).toEqual([
      '1.7 fire z r cue',
      '6.7 v:fire z r cue',
    ])
    expect(lines(logFor(two('run'), { walks: ['w', 'v'] }).events, ...HELD)).toEqual([
      '1.7 fire z r cue',
      '6.7 v:held z r limit',
    ])
  })

  it('cooldown: from the firing', () => {
    expect(heard({ cooldown: { seconds: 4 } }, 1, 3, 6)).toEqual([
      '1 fire z r cue',
      '3 held z r cooldown left 2',
      '6 fire z r cue',
    ])
  })

  it('cooldown: from the firing, however long the cue plays after it', () => {
    const made = oneRule(
      { cooldown: { seconds: 4 }, onLeave: 'nothing' },
      [{ id: 'f', kind: 'fade', in: 1, stay: 0, out: 0.5 }],
      { show: { walks: [dithering(1, 3, 5.2)] } },
    )
    expect(lines(logFor(made).events, 'fire', 'held')).toEqual([
      '1 fire z r cue',
      '3 held z r cooldown left 2',
      '5.2 fire z r cue',
    ])
  })

  it('cooldown: from the end of the cue; while it plays busy is the reason', () => {
    const steps = [{ id: 's', kind: 'sound', sound: 'thud', where: { at: 'head' } }]
    const made = oneRule({ cooldown: { seconds: 3, from: 'end' }, onLeave: 'nothing' }, steps, {
      show: { sounds: [SOUND], walks: [dithering(1, 2, 4, 6.5)] },
    })
    expect(lines(logFor(made).events, ...HELD)).toEqual([
      '1 fire z r cue',
      '2 held z r busy',
      '4 held z r cooldown left 2',
      '6.5 fire z r cue',
    ])
  })

  describe('busy', () => {
    const steps = [{ id: 's', kind: 'sound', sound: 'thud', where: { at: 'head' } }]
    const events = (busy: string, ...enters: number[]) => {
      const made = oneRule({ busy, onLeave: 'nothing' }, steps, {
        show: { sounds: [SOUND], walks: [dithering(...enters)] },
      })
      return lines(logFor(made).events, 'fire', 'held', 'start', 'end')
    }
    it('skip holds', () => {
      expect(events('skip', 1, 2)).toEqual(['1 fire z r cue', '1 start cue', '2 held z r busy', '3 end cue done'])
    })
    it('restart ends the one that plays', () => {
      expect(events('restart', 1, 2)).toEqual([
        '1 fire z r cue',
        '1 start cue',
        '2 end cue restarted',
        '2 fire z r cue',
        '2 start cue',
        '4 end cue done',
      ])
    })
    it('overlap fires beside it', () => {
      expect(events('overlap', 1, 2)).toEqual([
        '1 fire z r cue',
        '1 start cue',
        '2 fire z r cue',
        '2 start cue',
        '3 end cue done',
        '4 end cue done',
      ])
    })
    it('queue waits for the end, holds a third, and is held itself if the body has gone', () => {
      expect(events('queue', 1, 2, 2.5)).toEqual([
        '1 fire z r cue',
        '1 start cue',
        '2.5 held z r busy',
        '3 end cue done',
        '3 held z r busy',
      ])
    })
    it('queue fires right after the end if the body is still inside', () => {
      const stays = walk('w', point(1.6, { pause: 0.9 }), point(1.8), point(1.6), point(1.8, { pause: 5 }), point(1))
      const made = oneRule({ busy: 'queue', onLeave: 'nothing' }, steps, { show: { sounds: [SOUND], walks: [stays] } })
      expect(lines(logFor(made).events, 'fire', 'held', 'start', 'end')).toEqual([
        '1 fire z r cue',
        '1 start cue',
        '3 end cue done',
        '3 fire z r cue',
        '3 start cue',
        '5 end cue done',
      ])
    })
    it('counts a playing in its delay', () => {
      const made = oneRule({ delay: 5 }, [], { show: { walks: [dithering(1, 2)] } })
      expect(lines(logFor(made).events, 'fire', 'held', 'start')).toEqual([
        '1 fire z r cue',
        '2 held z r busy',
        '6 start cue',
      ])
    })
  })

  it('chance: never and always, and a failed draw counts for nothing', () => {
    expect(heard({ chance: 0, limit: { times: 1 }, cooldown: { seconds: 99 } }, 1, 3)).toEqual([
      '1 held z r chance',
      '3 held z r chance',
    ])
    const fired = (chance: number) => {
      const made = oneRule({ chance }, [], {
        show: { walks: [dithering(...Array.from({ length: 400 }, (_, i) => 1 + i))] },
      })
      return logFor(made).events.filter((event) => event.kind === 'fire').length
    }
    expect(fired(0.7)).toBeGreaterThan(240)
    expect(fired(0.7)).toBeLessThan(320)
  })

  it('the first gate that stops it is the reason', () => {
    const everything = { who: { kinds: ['creature'] }, chance: 0, limit: { times: 1 } }
    expect(lines(logFor(oneRule(everything)).events, ...HELD)).toEqual(['1.7 held z r who'])
  })

  it('a rule that is switched off hears and logs nothing', () => {
    expect(logFor(oneRule({ enabled: false })).events.map(line)).toEqual(['1.7 enter z', '4.3 leave z', '20 walkEnd'])
  })
})
