import {
  CHANNEL,
  channelAt,
  facingAt,
  frameIn,
  middleIn,
  partsOf,
  positionAt,
  promptsOf,
  type Run,
} from '~~/core/engine'
import { lightPlace } from '~~/core/light'
import { memo } from '~~/core/base'
import { type Light, type Point, type Prop, type Step, type Surface } from '~~/core/show'
import { middleOf } from '~~/core/space'
import { COLOURS } from '~/canvas/colours'
import { solidOfZone } from '../forms/geometry'
import { propOutline } from '../forms/thing-forms'
import { strokesAbove } from '../forms/prop-forms'
import type { Moment } from './moment'
import { propNow } from './prop-now'
import { addOutline, addStroke } from './scene'
import { inMetres, inPixels, type Picture, type Sight } from './sight'
import { pictureOf } from '~/canvas/picture'

type Prompt = Extract<Step, { kind: 'prompt' }>

/** Props that a run moves, shows, hides or tints: they are drawn where they are at the playhead. */
export const mobileProps = memo((run: Run): Set<string> => {
  const found = new Set(run.flights.map(({ prop }) => prop))
  for (const { kind, id } of Object.keys(run.channels.fields).map(partsOf)) if (kind === 'prop') found.add(id)
  return found
})

let glow: HTMLCanvasElement | undefined
function glowing(): HTMLCanvasElement {
  if (glow) return glow
  glow = document.createElement('canvas')
  glow.width = glow.height = 128
  const context = pictureOf(glow)
  const gradient = context.createRadialGradient(64, 64, 0, 64, 64, 64)
  gradient.addColorStop(0, `${COLOURS.lamp}73`)
  gradient.addColorStop(1, `${COLOURS.lamp}00`)
  context.fillStyle = gradient
  context.fillRect(0, 0, 128, 128)
  return glow
}
function paintGlow(to: Picture, x: number, z: number, radius: number, alpha: number): void {
  to.globalAlpha = alpha
  to.drawImage(glowing(), x - radius, z - radius, 2 * radius, 2 * radius)
  to.globalAlpha = 1
}

const wick = new Map<string, Path2D>()
function wickPath(): Path2D {
  let path = wick.get('wick')
  if (!path) wick.set('wick', (path = new Path2D('M0-5c2.5 3 2.5 4.5 2.5 6a2.5 2.5 0 0 1-5 0c0-1.5 1-2 2.5-6z')))
  return path
}
/** Draws in pixels about a place of the plan. */
function at(to: Picture, x: number, z: number, pixel: number, draw: () => void): void {
  to.save()
  to.translate(x, z)
  to.scale(pixel, pixel)
  draw()
  to.restore()
}

export function paintLight(to: Picture, light: Light, x: number, z: number, candela: number, pixel: number): void {
  if (candela > 0)
    paintGlow(to, x, z, Math.min(light.reach, 0.5 + Math.sqrt(candela) * 0.32), Math.min(0.9, 0.25 + candela / 120))
  at(to, x, z, pixel, () => {
    to.fillStyle = light.colour
    if (candela > 0) to.fill(wickPath())
    to.strokeStyle = COLOURS.bone2
    to.lineWidth = 1
    to.stroke(wickPath())
  })
}

/** Grain of a surface that is not a prop's own: strokes across it, closer or wider, at an angle of its own. */
const GRAIN: { [surface in Surface]: { every: number; turn: number } } = {
  boards: { every: 7, turn: 0 },
  planks: { every: 5, turn: 90 },
  plaster: { every: 4, turn: 45 },
  stone: { every: 8, turn: 30 },
  brick: { every: 4, turn: 0 },
  metal: { every: 3, turn: 60 },
  cloth: { every: 3, turn: 45 },
  earth: { every: 6, turn: 120 },
  water: { every: 5, turn: 150 },
}
function paintGrain(
  to: Picture,
  path: Path2D,
  { at: [x, , z], size: [w, , d] }: Prop,
  surface: Surface,
  pixel: number,
): void {
  const { every, turn } = GRAIN[surface]
  const far = Math.hypot(w, d)
  to.save()
  to.clip(path)
  to.translate(x, z)
  to.rotate((turn * Math.PI) / 180)
  to.beginPath()
  for (let off = -far; off <= far; off += every * pixel) {
    to.moveTo(-far, off)
    to.lineTo(far, off)
  }
  to.strokeStyle = COLOURS.bone2
  to.stroke()
  to.restore()
}
function paintProp(to: Picture, moment: Moment, prop: Prop, pixel: number): void {
  const { placed, shown, colour, surface, isCarried } = propNow(moment, prop)
  if (isCarried) {
    // The place it was taken from.
    const left = new Path2D()
    addOutline(left, propOutline(prop))
    to.strokeStyle = COLOURS.propEdge
    to.lineWidth = pixel
    to.setLineDash([2 * pixel, 3 * pixel])
    to.stroke(left)
    to.setLineDash([])
  }
  const path = new Path2D()
  addOutline(path, propOutline(placed))
  to.lineWidth = pixel
  if (!shown) {
    to.setLineDash([2 * pixel, 3 * pixel])
    to.globalAlpha = 0.6
  } else {
    to.fillStyle = colour === prop.colour ? COLOURS.prop : colour
    to.fill(path)
    if (surface && surface !== (prop.surface ?? null)) paintGrain(to, path, placed, surface, pixel)
  }
  to.strokeStyle = isCarried ? COLOURS.lamp : COLOURS.propEdge
  to.stroke(path)
  if (prop.form) {
    const form = new Path2D()
    for (const stroke of strokesAbove(placed)) addStroke(form, stroke)
    to.stroke(form)
  }
  to.setLineDash([])
  to.globalAlpha = 1
}

function anchorOf({ show, run, t }: Moment, { anchor }: Prompt): { at: Point; yaw: number } | undefined {
  if ('prop' in anchor) return { at: middleIn(show, run, anchor.prop, t), yaw: frameIn(show, run, anchor.prop, t).yaw }
  if ('mark' in anchor) return show.place.marks.find(({ id }) => id === anchor.mark)
  const zone = show.zones.find(({ id }) => 'zone' in anchor && id === anchor.zone)
  return zone && { at: middleOf(solidOfZone(show, zone)), yaw: 0 }
}
/** Prompts that stand: a board seen from above, with the side it can be read from. */
function paintPrompts(to: Picture, moment: Moment, pixel: number): void {
  const { show, run, t, player } = moment
  for (const { prompt, channel } of promptsOf(show)) {
    const now = channelAt(show, run, channel, t, player)
    if (!now.shown) continue
    const anchor = anchorOf(moment, prompt)
    if (!anchor) continue
    const [x, , z] = anchor.at
    const [px, , pz] = positionAt(run.paths[player]!, t)
    const yaw =
      prompt.faces === 'camera' ? (Math.atan2(-(px - x), -(pz - z)) * 180) / Math.PI : (prompt.faces as number) + 0
    at(to, x, z, pixel, () => {
      to.rotate((-yaw * Math.PI) / 180)
      to.strokeStyle = COLOURS.mauve
      to.lineWidth = 2.2
      to.beginPath()
      to.moveTo(-13, 0)
      to.lineTo(13, 0)
      to.stroke()
      to.lineWidth = 1
      to.beginPath()
      for (const side of prompt.side === 'both' ? [-1, 1] : [-1])
        for (const x0 of [-8, 0, 8]) {
          to.moveTo(x0, side * 3)
          to.lineTo(x0, side * 8)
        }
      to.stroke()
    })
  }
}

function paintBody(to: Picture, moment: Moment, index: number, pixel: number): void {
  const { show, run, t, player } = moment
  const [x, , z] = positionAt(run.paths[index]!, t)
  const isPlayer = index === player
  if (isPlayer) paintGlow(to, x, z, 34 * pixel, 0.8)
  at(to, x, z, pixel, () => {
    if (isPlayer) {
      to.rotate((-facingAt(show, run, index, t) * Math.PI) / 180)
      to.globalAlpha = 0.3
      to.fillStyle = COLOURS.lamp
      to.fill(new Path2D('M0 0L-17-38A42 42 0 0 1 17-38Z'))
      to.globalAlpha = 1
    }
    to.beginPath()
    to.arc(0, 0, isPlayer ? 5 : 3.5, 0, 2 * Math.PI)
    to.fillStyle = COLOURS.lamp
    to.fill()
    to.strokeStyle = COLOURS.ink0
    to.lineWidth = 1.5
    to.stroke()
  })
}

/** Everything that is where it is because of the time: lights at their level, props as they were moved, prompts, who walks. */
export function paintLive(
  to: Picture,
  moment: Moment | undefined,
  lights: readonly Light[],
  occupied: readonly Path2D[],
  sight: Sight,
  ratio: number,
): void {
  inPixels(to, ratio)
  to.clearRect(0, 0, sight.width, sight.height)
  inMetres(to, sight, ratio)
  const pixel = 1 / sight.scale
  to.strokeStyle = COLOURS.weed
  to.lineWidth = 1.6 * pixel
  to.setLineDash([7 * pixel, 3 * pixel])
  for (const path of occupied) to.stroke(path)
  to.setLineDash([])
  if (!moment) {
    for (const light of lights) paintLight(to, light, light.at[0], light.at[2], light.on ? light.candela : 0, pixel)
    return
  }
  const { show, run, t, player } = moment
  const mobile = mobileProps(run)
  for (const prop of moment.props) if (mobile.has(prop.id)) paintProp(to, moment, prop, pixel)
  for (const light of moment.lights) {
    // What is being edited the run doesn't know yet.
    if (!show.place.lights.includes(light)) {
      paintLight(to, light, light.at[0], light.at[2], light.on ? light.candela : 0, pixel)
      continue
    }
    const now = channelAt(show, run, CHANNEL.light(light.id), t, player)
    const [x, , z] = lightPlace(show, run, light, player, t)
    paintLight(to, light, x, z, now.candela * now.on, pixel)
  }
  paintPrompts(to, moment, pixel)
  for (let index = 0; index < run.paths.length; index++) paintBody(to, moment, index, pixel)
}
