import fc from 'fast-check'
import { expect, it } from 'vitest'
import type { Show } from '../../show'
import { solidOf, touches } from '../../space'
import { randomShow } from '../../testing/random-show'
import { eventsOf, positionAt, run } from '..'

const HZ = 10_000
const LENGTH = 8

/** A show in which zones notice and nothing happens: what is left is geometry. */
const quiet = (show: Show): Show => ({
  ...show,
  zones: show.zones.map((zone) => ({ ...zone, enabled: true, rules: [] })),
  rules: [],
})

it('edges agree with a sampler that looks ten thousand times a second, to 2e-4 s', () => {
  fc.assert(
    fc.property(randomShow, (made) => {
      const show = quiet(made)
      const result = run(show, show.walks, { seed: 1, length: LENGTH })
      for (const [w, walk] of show.walks.entries())
        for (const zone of show.zones) {
          const radius = walk.body.radius ?? show.player.radius
          const eye = show.player.eye
          const body = {
            body: { radius, low: 0, high: show.player.height },
            feet: { radius: 0, low: 0, high: 0 },
            eyes: { radius: 0, low: eye, high: eye },
          }[zone.notices]
          const solid = solidOf(zone.shape)
          const sampled: number[] = []
          for (let n = Math.ceil(walk.start * HZ); n <= LENGTH * HZ; n++) {
            const inside = sampled.length % 2 === 1
            if (touches(solid, inside ? zone.rim : 0, body, positionAt(result.paths[w], n / HZ)) !== inside)
              sampled.push(n / HZ)
          }
          const logged = eventsOf(result).flatMap((e) =>
            (e.kind === 'enter' || e.kind === 'leave') && e.zone === zone.id && e.player === walk.id ? [e.t] : [],
          )
          // What is over between two looks the sampler can't see.
          const visible = logged.filter(
            (t, i) => !((logged[i + 1] ?? Infinity) - t < 3e-4 || t - (logged[i - 1] ?? -Infinity) < 3e-4),
          )
          const seen = sampled.filter(
            (t, i) => !((sampled[i + 1] ?? Infinity) - t < 3e-4 || t - (sampled[i - 1] ?? -Infinity) < 3e-4),
          )
          expect(seen.length, `${walk.id} ${zone.id}`).toBe(
            visible.filter((t) => t < LENGTH - 2e-4 || seen.length === visible.length).length,
          )
          seen.forEach((t, i) => expect(Math.abs(t - visible[i])).toBeLessThanOrEqual(2e-4))
        }
    }),
    { numRuns: 40 },
  )
})
