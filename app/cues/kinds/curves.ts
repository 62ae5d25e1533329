import { CHANNEL } from '~~/core/engine'
import { amplitude } from '~~/core/base'
import { flickerAt } from '~~/core/light'
import type { Flicker, Show } from '~~/core/show'
import type { Curve } from './step-sheet'

/** How bright a light is, by the most of what it has and is given. */
export function curveOfLight(show: Show, light: string, candela: number): Curve {
  const most = Math.max(1, candela, show.place.lights.find(({ id }) => id === light)?.candela ?? 0)
  return {
    channel: CHANNEL.light(light),
    read: ({ candela, on, flicker }, t) =>
      (((candela as number) * (on as number)) / most) * (flicker ? flickerAt(flicker as Flicker, t) : 1),
  }
}
/** How loud a bus is; what is louder than as it came is drawn as that. */
export const curveOfBus = (bus: string): Curve => ({
  channel: CHANNEL.bus(bus),
  read: ({ gain }) => Math.min(1, amplitude(gain as number)),
})
