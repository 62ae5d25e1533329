import { carriedIn, CHANNEL, channelAt, facingAt, linearOf, positionAt, tiedPoint, type Run } from '../engine'
import type { Colour, Flicker, Light, Point, Show } from '../show'
import { blocked } from '../space'

/** So many lux on white are white in a player's picture, at an exposure of 1. */
export const WHITE_LUX = 7

/** The relative luminance of a colour, 0 to 1 (Rec. ITU-R BT.709). */
export function luminance(colour: string): number {
  const [r, g, b] = linearOf(colour)
  return 0.2126 * r + 0.7152 * g + 0.0722 * b
}

/** How much of a light gets to a distance: inverse square with a window that closes at its reach (glTF KHR_lights_punctual). */
export function falloff(distance: number, reach: number): number {
  const d = Math.max(0.05, distance)
  return Math.min(1, Math.max(0, 1 - (d / reach) ** 4)) / (d * d)
}

/** How much of a spot light goes a way off its axis (degrees): `cone` is its whole opening, `edge` the share of it that fades. */
export function coneAt(light: Pick<Light, 'cone' | 'edge'>, off: number): number {
  const outer = Math.cos(((light.cone / 2) * Math.PI) / 180)
  const inner = Math.cos((((light.cone * (1 - light.edge)) / 2) * Math.PI) / 180)
  const c = Math.cos((off * Math.PI) / 180)
  if (c <= outer) return 0
  if (c >= inner) return 1
  const u = (c - outer) / (inner - outer)
  return u * u
}

/** The way a light looks, of length 1. */
export function axisOf(light: Pick<Light, 'yaw' | 'pitch'>): Point {
  const yaw = (light.yaw * Math.PI) / 180
  const pitch = (light.pitch * Math.PI) / 180
  return [-Math.sin(yaw) * Math.cos(pitch), Math.sin(pitch), -Math.cos(yaw) * Math.cos(pitch)]
}

/** The lux at a point of each candela of a light that is somewhere, with nothing between; a light that is carried shines all round. */
export function shareOf(light: Light, at: Point, to: Point, inHand = isCarried(light)): number {
  const distance = Math.hypot(at[0] - to[0], at[1] - to[1], at[2] - to[2])
  if (distance >= light.reach) return 0
  const isCone = light.kind === 'spot' && !inHand
  return falloff(distance, light.reach) * (isCone ? coneAt(light, offAxis(light, at, to)) : 1)
}
const isCarried = ({ tiedTo }: Light): boolean => tiedTo !== undefined && 'player' in tiedTo
/** Whether a light is in somebody's hand at a time: it is always, or with its prop then. */
const isInHand = (run: Run, light: Light, t: number): boolean =>
  isCarried(light) ||
  (light.tiedTo !== undefined && 'prop' in light.tiedTo && carriedIn(run, light.tiedTo.prop, t) !== null)

function offAxis(light: Pick<Light, 'yaw' | 'pitch'>, from: Point, to: Point): number {
  const d = [to[0] - from[0], to[1] - from[1], to[2] - from[2]]
  const length = Math.hypot(...d) || 1
  const axis = axisOf(light)
  const c = (d[0] * axis[0] + d[1] * axis[1] + d[2] * axis[2]) / length
  return (Math.acos(Math.min(1, Math.max(-1, c))) * 180) / Math.PI
}

/** A light that is on at a time of a run. */
export interface Shining {
  light: Light
  at: Point
  /** Without its flicker. */
  candela: number
  colour: Colour
  flicker: Flicker | null
  /** In somebody's hand it shines all round. */
  inHand: boolean
}

/** Whose hand carried lights are in: the place of the run's first player among its walks, −1 without any. */
export const carrierOf = (show: Show, run: Run): number =>
  run.walks.findIndex((id) => show.walks.find((w) => w.id === id)?.body.kind === 'player')

/** The lights that are on at a time of a run, where they are then. */
export function shiningAt(show: Show, run: Run, player: number, t: number): Shining[] {
  const carrier = carrierOf(show, run)
  return show.place.lights.flatMap((light) => {
    const { candela, on, colour, flicker } = channelAt(show, run, CHANNEL.light(light.id), t, player)
    if (candela * on === 0) return []
    const at = lightPlace(show, run, light, carrier, t)
    return { light, at, candela: candela * on, colour, flicker, inHand: isInHand(run, light, t) }
  })
}

/** The light that falls on a player at eye height at a time (lux): each light's candela over the square of the way, as far as no wall stands between, and the ambient light. */
export function luxOnPlayer(show: Show, run: Run, player: number, t: number): number {
  const [x, y, z] = positionAt(run.paths[player], t)
  return luxAt(show, run, player, [x, y + show.player.eye, z], t)
}

/** The light that falls on a point from everywhere, as a player's picture has it at a time (lux). */
export function luxAt(show: Show, run: Run, player: number, point: Point, t: number): number {
  const atmosphere = channelAt(show, run, 'atmosphere', t, player)
  let lux = atmosphere.level * luminance(atmosphere.ambient)
  for (const { light, at, candela, inHand } of shiningAt(show, run, player, t)) {
    const share = shareOf(light, at, point, inHand)
    if (share === 0) continue
    if (!inHand && blocked(show.place.walls, [at[0], at[2]], [point[0], point[2]], (at[1] + point[1]) / 2)) continue
    lux += candela * share
  }
  return lux
}

/** How far from the eyes a carried light is held (m). */
const ARM = 0.5

/** Where a light is at a time: its own place, with its prop, or in a hand: of the run's first player, or of whoever has its prop with them. */
export function lightPlace(show: Show, run: Run, light: Light, carrier: number, t: number): Point {
  if (!light.tiedTo) return light.at
  const by = 'prop' in light.tiedTo ? carriedIn(run, light.tiedTo.prop, t) : undefined
  if ('prop' in light.tiedTo && by === null) return tiedPoint(show, run, light.tiedTo.prop, light.at, t)
  const player = Math.max(0, typeof by === 'string' ? run.walks.indexOf(by) : carrier)
  const [x, y, z] = positionAt(run.paths[player], t)
  const yaw = (facingAt(show, run, player, t) * Math.PI) / 180
  return [x - ARM * Math.sin(yaw), y + show.player.eye - 0.3, z - ARM * Math.cos(yaw)]
}

/** The light on a player over a whole run, every `every` seconds (lux). */
export function luxOver(show: Show, run: Run, player: number, every: number): Float32Array {
  return Float32Array.from({ length: Math.max(1, Math.ceil(run.length / every)) }, (_, i) =>
    luxOnPlayer(show, run, player, (i + 0.5) * every),
  )
}
