import { describe, expect, it } from 'vitest'
import { oneRule } from '../testing/small-show'
import { outcomeOf, studyReport } from '.'

describe('a study that is written down', () => {
  it('says of each cue for which something is wished whether that is kept', () => {
    const cueOf = (wish: object) => {
      const show = oneRule({ chance: 0.5 }, [], { cue: { wish } })
      const outcomes = Array.from({ length: 60 }, (_, i) => outcomeOf(show, { walks: ['w'] }, i + 1))
      return studyReport(show, { walks: ['w'] }, outcomes).cues[0]
    }
    const kept = cueOf({ never: 0.9, more: 0.9 })
    expect(kept.never.share).toBeGreaterThan(0.2)
    expect(kept.wish).toEqual({ never: 0.9, more: 0.9, kept: true })
    expect(cueOf({ never: 0.1, more: 0.9 }).wish?.kept).toBe(false)
    expect(studyReport(oneRule({}), { walks: ['w'] }, []).cues[0]).not.toHaveProperty('wish')
  })
})
