import { positionOn, solidOf, touches, type Piece, pieceBetween } from '../../core/space'
import type { Show, Walk } from '../../core/show'

/**
 * What a game does: sixty times a second, for each body, each zone, a bounding-box test first, then the exact one.
 * Only presences: no gates, cues or sounds. Gives the number of edges it saw.
 */
export function sixtyHertz(show: Show, walks: readonly Walk[], seconds: number): number {
  const solids = show.zones.map((zone) => ({ solid: solidOf(zone.shape), rim: zone.rim }))
  let edges = 0
  for (const walk of walks) {
    const body = {
      radius: walk.body.radius ?? show.player.radius,
      low: 0,
      high: walk.body.height ?? show.player.height,
    }
    const pieces: { piece: Piece; start: number }[] = []
    let time = walk.start
    walk.points.forEach((point, i) => {
      pieces.push({ piece: { from: point.at, velocity: [0, 0, 0], seconds: point.pause }, start: time })
      time += point.pause
      const next = walk.points[i + 1]
      if (!next) return
      const piece = pieceBetween(point.at, next.at, point.pace ?? show.player.walk)
      pieces.push({ piece, start: time })
      time += piece.seconds
    })
    const inside = new Uint8Array(solids.length)
    let index = 0
    for (let tick = 0; tick < seconds * 60; tick++) {
      const t = tick / 60
      while (index + 1 < pieces.length && pieces[index + 1].start <= t) index++
      const { piece, start } = pieces[index]
      const at = positionOn(piece, Math.max(0, Math.min(t - start, piece.seconds)))
      for (let z = 0; z < solids.length; z++) {
        const { solid, rim } = solids[z]
        const grown = inside[z] ? rim : 0
        const [x0, y0, z0, x1, y1, z1] = solid.bounds
        const reach = body.radius + grown
        const near =
          at[0] >= x0 - reach &&
          at[0] <= x1 + reach &&
          at[2] >= z0 - reach &&
          at[2] <= z1 + reach &&
          at[1] <= y1 + grown &&
          at[1] + body.high >= y0 - grown
        const now = near && touches(solid, grown, body, at) ? 1 : 0
        if (now !== inside[z]) {
          inside[z] = now
          edges++
        }
      }
    }
  }
  return edges
}
