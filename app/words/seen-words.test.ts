import { describe, expect, it } from 'vitest'
import { sightWords } from './seen-words'

const sight = { target: { prop: 'rack' }, seconds: 0, wide: 0, bearing: 0 }

describe('what was seen of a thing', () => {
  it('is told in seconds and degrees', () => {
    expect(sightWords('Rack', { ...sight, seconds: 1.24, wide: 8.3 })).toBe('Rack in view for 1.2 s, 8° wide')
    expect(sightWords('Lamp', { ...sight, seconds: 2, wide: 0.1 })).toBe('Lamp in view for 2 s')
  })
  it('is told with why it was not', () => {
    const unseen = (more: object) => sightWords('Rack', { ...sight, unseen: 'outside', ...more })
    expect(unseen({ bearing: -140 })).toBe('Rack: out of view: behind, 140° to the left')
    expect(unseen({ bearing: 70 })).toBe('Rack: out of view: 70° to the right')
    expect(unseen({ unseen: 'dark' })).toBe('Rack: too dark to be seen')
    expect(unseen({ unseen: 'hidden' })).toBe('Rack: hidden by what stands before it')
  })
})
