import { describe, expect, it } from 'vitest'
import { movedBy, openedBy, turnedBy } from './viewpoint'

const pose = { at: [1, 2, 3] as [number, number, number], yaw: 0, pitch: 0 }

describe('a viewpoint', () => {
  it('turns with the hand, never over its head', () => {
    expect(turnedBy(pose, 40, -20)).toMatchObject({ yaw: 10, pitch: -5 })
    expect(turnedBy({ ...pose, yaw: 175 }, 40, 0).yaw).toBe(-175)
    expect(turnedBy(pose, 0, 1e4).pitch).toBe(89)
  })
  it('moves the way it looks', () => {
    const near = (at: readonly number[]) => at.map((each) => Math.round(each * 1e6) / 1e6 + 0)
    expect(near(movedBy(pose, 0, 0, 2).at)).toEqual([1, 2, 1])
    expect(near(movedBy({ ...pose, yaw: 90 }, 0, 0, 2).at)).toEqual([-1, 2, 3])
    expect(near(movedBy({ ...pose, yaw: 90 }, 2, 0, 0).at)).toEqual([1, 2, 1])
    expect(near(movedBy({ ...pose, pitch: 90 }, 0, 1, 2).at)).toEqual([1, 5, 3])
  })
  it('opens within what a picture can', () => {
    expect(openedBy({ fov: 60 }, 0.5).fov).toBe(30)
    expect([openedBy({ fov: 60 }, 99).fov, openedBy({ fov: 60 }, 0.01).fov]).toEqual([120, 10])
  })
})
