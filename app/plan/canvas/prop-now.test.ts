import { describe, expect, it } from 'vitest'
import { positionAt, run, walksOf } from '~~/core/engine'
import { oneRule } from '~~/core/testing/small-show'
import { propNow } from './prop-now'

const place = {
  props: [{ id: 'lamp', name: 'Lamp', kind: 'box', at: [5, 1, 3], size: [0.2, 0.3, 0.2], surface: 'metal' }],
}

describe('a prop at a moment of a run', () => {
  it('goes in the hand of whoever took it along, and is of another surface where a step says so', () => {
    const show = oneRule({}, [{ id: 's', kind: 'prop', prop: 'lamp', carried: true, surface: 'cloth', hold: 'keep' }], { show: { place } }) // prettier-ignore
    const result = run(show, walksOf(show, ['w']), { seed: 1 })
    const lamp = show.place.props[0]!
    const at = (t: number) => propNow({ show, run: result, t, player: 0 }, lamp)
    expect(at(0)).toMatchObject({ placed: { at: [5, 1, 3] }, isCarried: false, surface: 'metal' })
    const { length } = result
    const [x, , z] = positionAt(result.paths[0]!, length)
    const now = at(length)
    expect(now).toMatchObject({ isCarried: true, surface: 'cloth', shown: true })
    expect(Math.hypot(now.placed.at[0] - x, now.placed.at[2] - z)).toBeCloseTo(Math.hypot(0.35, 0.2))
  })
})
