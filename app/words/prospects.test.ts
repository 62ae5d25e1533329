import { describe, expect, it } from 'vitest'
import { eventsOf, run, walksOf } from '~~/core/engine'
import type { Rule } from '~~/core/show'
import { across, point, show as smallShow, walk } from '~~/core/testing/small-show'
import { readyWords } from './prospects'

/** A rule whose cue lasts 5 s, fired by somebody who comes in again and again before that. */
function withRule(more: object) {
  return smallShow({
    cues: [{ id: 'cue', name: 'Cue', steps: [{ id: 'f', kind: 'fade', in: 1, stay: 3, out: 1 }] }],
    zones: [{ id: 'z', name: 'Z', ...across(2, 4), rules: [{ id: 'r', on: { at: 'enter' }, cue: 'cue', ...more }] }],
    walks: [walk('w', ...[0, 5, 1, 5, 1, 5].map((x) => point(x)))],
  })
}
const words = (more: object) => readyWords(withRule(more).zones[0]!.rules[0]! as Rule)

describe('when a rule is ready again', () => {
  it.each<[object, string]>([
    [{}, 'Ready again once its cue has ended.'],
    [{ on: { at: 'clock', seconds: 3 } }, ''],
    [{ busy: 'restart' }, 'Ready again at once: the cue begins anew.'],
    [{ busy: 'overlap' }, 'Ready again at once, also over a cue that still plays.'],
    [{ busy: 'queue' }, 'Ready again at once: what comes while the cue plays waits for its end.'],
    [{ cooldown: { seconds: 0 } }, 'Ready again once its cue has ended.'],
    [{ cooldown: { seconds: 22 } }, 'Ready again 22 s after it fired, if its cue has ended by then.'],
    [{ cooldown: { seconds: 3, from: 'end' } }, 'Ready again 3 s after its cue has ended.'],
    [
      { cooldown: { seconds: 3, from: 'end' }, busy: 'overlap' },
      'Ready again while its cue plays, and 3 s after its end.',
    ],
    [{ limit: { times: 3 } }, 'Ready again once its cue has ended, at most 3 times a player.'],
    [{ limit: { times: 3 }, per: 'run' }, 'Ready again once its cue has ended, at most 3 times.'],
    [{ limit: { times: 1 } }, 'Fires once for each player, and is never ready again.'],
    [{ limit: { times: 1 }, per: 'run', busy: 'restart' }, 'Fires once, and is never ready again.'],
  ])('%j: %s', (more, said) => expect(words(more)).toBe(said))

  it('is so in a run', () => {
    const fired = (more: object) => {
      const show = withRule(more)
      return eventsOf(run(show, walksOf(show, ['w']), { seed: 1 })).filter(({ kind }) => kind === 'fire').length
    }
    const entered = fired({ busy: 'overlap' })
    expect(entered).toBeGreaterThan(3)
    expect(fired({ limit: { times: 1 } })).toBe(1)
    expect(fired({ limit: { times: 3 } })).toBe(3)
    // One comes again before the cue has ended, and then after it has.
    expect(fired({})).toBeLessThan(entered)
    expect(fired({ cooldown: { seconds: 9, from: 'end' } })).toBeLessThan(fired({}))
  })
})
