import { channelAt, run, walksOf } from '../engine'
import { oneRule, SOUND } from './small-show'

const place = {
  lights: [{ id: 'lamp', name: 'Lamp', kind: 'point', at: [0, 2, 0], candela: 100, colour: '#ffffff' }],
  marks: [
    { id: 'far', name: 'Far', kind: 'standing', at: [10, 0, 0], yaw: 90 },
    { id: 'above', name: 'Above', kind: 'camera', at: [3, 5, 0], pitch: -90, fov: 40 },
  ],
  props: [{ id: 'door', name: 'Door', kind: 'box', at: [3, 0, 0], size: [1, 2, 0.1] }],
}

/** The zone is entered at 1.7 s and left at 4.3 s. */
export const made = (steps: object[], more: any = {}) =>
  oneRule(more.rule ?? {}, steps, { ...more, show: { place, sounds: [SOUND], ...more.show } })

/** What a field of a channel is at some times, for the first player, to a millionth. */
export function values(steps: object[], channel: string, field: string, times: number[], more: object = {}): unknown[] {
  const show = made(steps, more)
  const result = run(show, walksOf(show, ['w']), { seed: 1 })
  return times.map((t) => {
    const value = channelAt(show, result, channel, t, 0)[field]
    return typeof value === 'number' ? Math.round(value * 1e6) / 1e6 : value
  })
}
