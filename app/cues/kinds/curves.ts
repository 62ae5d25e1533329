import { CHANNEL, channelAt, type FieldsOf } from '~~/core/engine'
import { amplitude } from '~~/core/base'
import { flickering } from '~~/core/light'
import type { Show } from '~~/core/show'
import type { Curve } from './step-sheet'

/** A channel, and the number that is read of its fields. */
export const curveOf = <Channel extends string>(
  channel: Channel,
  read: (fields: FieldsOf<Channel>, t: number) => number,
): Curve => ({ valueAt: (show, run, t) => read(channelAt(show, run, channel, t, 0), t) })

/** How bright a light is, by the most of what it has and is given. */
export function curveOfLight(show: Show, light: string, candela: number): Curve {
  const most = Math.max(1, candela, show.place.lights.find(({ id }) => id === light)?.candela ?? 0)
  return curveOf(
    CHANNEL.light(light),
    ({ candela, on, flicker }, t) => ((candela * on) / most) * flickering(flicker, t),
  )
}
/** How loud a bus is; what is louder than as it came is drawn as that. */
export const curveOfBus = (bus: string): Curve => curveOf(CHANNEL.bus(bus), ({ gain }) => Math.min(1, amplitude(gain)))
