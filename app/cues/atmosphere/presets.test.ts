import { describe, expect, it } from 'vitest'
import { patchOf } from '~~/core/show'
import { oneRule } from '~~/core/testing/small-show'
import { cuesGoingTo, freshPreset, removePreset } from './presets'
import { swatchOf } from './swatch'

const show = oneRule({}, [{ id: 's', kind: 'atmosphere', preset: 'dark', exposure: 0.5 }], {
  show: {
    atmospheres: [
      { id: 'dark', name: 'Dark', level: 0.1, exposure: 0.9 },
      { id: 'bright', name: 'Bright', level: 2 },
    ],
  },
})
const [dark] = show.atmospheres

describe('an atmosphere of one’s own', () => {
  it('takes what it is made of, by a name that none has', () => {
    const made = freshPreset(show, 'Dark', { level: 0.3, ambient: '#112233', shadow: undefined })
    expect(made).toEqual({ id: 'dark-2', name: 'Dark 2', level: 0.3, ambient: '#112233' })
  })
  it('knows who goes to it', () => {
    expect(cuesGoingTo(show, 'dark').map(({ name }) => name)).toEqual(['Cue'])
    expect(cuesGoingTo(show, 'bright')).toEqual([])
  })
  it('leaves its steps what it said when it is deleted, under what they say themselves', () => {
    const after = patchOf(show, (edit) => removePreset(edit, dark!)).show
    expect(after.cues[0]!.steps[0]).toMatchObject({ level: 0.1, exposure: 0.5 })
    expect(after.cues[0]!.steps[0]).not.toHaveProperty('preset')
    expect(after.atmospheres.map(({ id }) => id)).toEqual(['bright'])
  })
  it('can leave its steps to another', () => {
    const after = patchOf(show, (edit) => removePreset(edit, dark!, 'bright')).show
    expect(after.cues[0]!.steps[0]).toMatchObject({ preset: 'bright' })
    expect(after.cues[0]!.steps[0]).not.toHaveProperty('level')
  })
})

describe('its swatch', () => {
  const base = { ambient: '#808080', level: 1, shadow: '#000000', exposure: 1 }
  it('is its ambient light above its shadow, darker the lower its level', () => {
    expect(swatchOf(base)).toContain('#808080 40%, #000000 90%')
    expect(swatchOf({ ...base, level: 0 })).toContain('#000000 40%')
    expect(swatchOf({ ...base, level: 0.5 })).toBe(swatchOf({ ...base, exposure: 0.5 }))
  })
  it('has fog and a vignette over it where it has them', () => {
    expect(swatchOf(base)).not.toContain('radial')
    expect(swatchOf({ ...base, vignette: { amount: 0.5, softness: 0.5 } })).toContain('radial-gradient')
    expect(swatchOf({ ...base, fog: { colour: '#ffffff', density: 0 } })).toBe(swatchOf(base))
    expect(swatchOf({ ...base, fog: { colour: '#ffffff', density: 9 } })).toContain('#ffffffff')
  })
})
