import { positionOn, solidOf, touches, type Piece, pieceBetween } from '../../core/space'
import type { Show, Walk } from '../../core/show'

/** When a walk begins each of its stretches and waits. */
function piecesOf(show: Show, walk: Walk): { piece: Piece; start: number }[] {
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
  return pieces
}

/**
 * What a game does, written as tightly as its author would: sixty times a second, for each body, each zone, a bounding-box test
 * first, then the exact one. Only presences: no looks, gates, cues or sounds. Gives the number of edges it saw.
 */
export function sixtyHertz(show: Show, walks: readonly Walk[], seconds: number): number {
  const solids = show.zones.map((zone) => solidOf(zone.shape))
  const rims = Float64Array.from(show.zones, (zone) => zone.rim)
  const bounds = Float64Array.from(solids.flatMap((solid) => [...solid.bounds]))
  let edges = 0
  for (const walk of walks) {
    const radius = walk.body.radius ?? show.player.radius
    const high = walk.body.height ?? show.player.height
    const body = { radius, low: 0, high }
    const pieces = piecesOf(show, walk)
    const inside = new Uint8Array(solids.length)
    let index = 0
    for (let tick = 0; tick < seconds * 60; tick++) {
      const t = tick / 60
      while (index + 1 < pieces.length && pieces[index + 1]!.start <= t) index++
      const { piece, start } = pieces[index]!
      const at = positionOn(piece, Math.max(0, Math.min(t - start, piece.seconds)))
      const x = at[0]
      const y = at[1]
      const z = at[2]
      for (let zone = 0, b = 0; zone < solids.length; zone++, b += 6) {
        const grown = inside[zone] === 1 ? rims[zone]! : 0
        const reach = radius + grown
        const near =
          x >= bounds[b]! - reach &&
          x <= bounds[b + 3]! + reach &&
          z >= bounds[b + 2]! - reach &&
          z <= bounds[b + 5]! + reach &&
          y <= bounds[b + 4]! + grown &&
          y + high >= bounds[b + 1]! - grown
        const now = near && touches(solids[zone]!, grown, body, at) ? 1 : 0
        if (now !== inside[zone]) {
          inside[zone] = now
          edges++
        }
      }
    }
  }
  return edges
}
