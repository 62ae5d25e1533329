import type { Lane, PlayingSpan, Score } from '../../core/score'
import { tick } from '../format/time'

/** How the score lies on its canvas (pixels of CSS). */
export interface Layout {
  width: number
  height: number
  from: number
  to: number
  /** The clock above the lanes. */
  ruler: number
  lane: number
  scroll: number
  /** Where the curves below the lanes begin. */
  curves: number
}
export const RULER = 56
export const LANE = 22
export const CURVES = { loudness: 26, light: 22, hands: 18 }
export const CURVES_HEIGHT = CURVES.loudness + CURVES.light + CURVES.hands

export const xOf = (layout: Layout, t: number): number => ((t - layout.from) / (layout.to - layout.from)) * layout.width
export const tOf = (layout: Layout, x: number): number => layout.from + (x / layout.width) * (layout.to - layout.from)
export const yOf = (layout: Layout, index: number): number => layout.ruler + index * layout.lane - layout.scroll

const COLOURS = {
  lamp: '#f4b55f',
  tide: '#7fb2d9',
  rust: '#e0836c',
  weed: '#8fbf9a',
  mauve: '#bda3e3',
  bone: '#ece4d4',
  bone3: '#84908f',
  rule: '#2c3b45',
  ink1: '#12191d',
  ink3: '#22303a',
  row: '#1c272d',
}
const LOOKS: { [look in PlayingSpan['look']]: string } = {
  bed: COLOURS.lamp,
  other: COLOURS.lamp,
  freeze: COLOURS.mauve,
  picture: COLOURS.bone,
}

const STEPS = [0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 15, 30, 60, 120, 300, 600]

/** The distance of the clock's labels, so that they don't touch (s). */
export const tickStep = (layout: Layout): number =>
  STEPS.find((step) => (step / (layout.to - layout.from)) * layout.width > 64) ?? 1800

export interface Picture {
  score: Score
  lanes: Lane[]
  ghost?: Map<string, Lane>
  chosen?: string
  marked?: { from: number; to: number }
  loudness?: Float32Array
  lux?: Float32Array
  luxEvery: number
  fades: { from: number; to: number }[]
}

export function paint(context: CanvasRenderingContext2D, layout: Layout, picture: Picture): void {
  context.fillStyle = COLOURS.ink1
  context.fillRect(0, 0, layout.width, layout.height)
  context.save()
  context.beginPath()
  context.rect(0, layout.ruler, layout.width, layout.curves - layout.ruler)
  context.clip()
  grid(context, layout)
  picture.lanes.forEach((lane, index) => {
    const y = yOf(layout, index)
    if (y > layout.curves || y + layout.lane < layout.ruler) return
    if (lane.zone === picture.chosen) {
      context.fillStyle = '#1d2a33'
      context.fillRect(0, y, layout.width, layout.lane)
    }
    context.fillStyle = COLOURS.row
    context.fillRect(0, y + layout.lane - 1, layout.width, 1)
    context.globalAlpha = lane.met === undefined ? 0.5 : 1
    const was = picture.ghost?.get(lane.zone)
    if (was) ghostOf(context, layout, was, y)
    paintLane(context, layout, lane, y)
    context.globalAlpha = 1
  })
  context.restore()
  ruler(context, layout, picture.marked)
  curves(context, layout, picture)
}

function grid(context: CanvasRenderingContext2D, layout: Layout): void {
  const step = tickStep(layout)
  for (let n = Math.ceil(layout.from / step); n * step <= layout.to; n++) {
    context.fillStyle = (n * step) % 60 === 0 ? COLOURS.rule : '#1a242a'
    context.fillRect(Math.round(xOf(layout, n * step)), layout.ruler, 1, layout.height)
  }
}

function ruler(context: CanvasRenderingContext2D, layout: Layout, marked?: { from: number; to: number }): void {
  const step = tickStep(layout)
  context.font = '10px "Martian Mono Variable", monospace'
  context.fillStyle = COLOURS.bone3
  for (let n = Math.ceil(layout.from / step); n * step <= layout.to; n++) {
    const t = n * step
    if (t < 0) continue
    const x = xOf(layout, t)
    context.fillText(tick(t, step < 0.1 ? 2 : step < 1 ? 1 : 0), x + 4, layout.ruler - 14)
    context.fillRect(Math.round(x), layout.ruler - 20, 1, 20)
  }
  if (marked) {
    const x = xOf(layout, marked.from)
    const width = xOf(layout, marked.to) - x
    context.fillStyle = '#7fb2d938'
    context.fillRect(x, 0, width, layout.height)
    context.fillStyle = COLOURS.tide
    context.fillRect(x, layout.ruler - 3, width, 3)
  }
  context.fillStyle = COLOURS.rule
  context.fillRect(0, layout.ruler - 1, layout.width, 1)
}

/** A span as a box at least two pixels wide; undefined if it is out of sight. */
function box(layout: Layout, from: number, to: number): [x: number, width: number] | undefined {
  const x = Math.max(-4, xOf(layout, from))
  const end = Math.min(layout.width + 4, xOf(layout, to))
  return end < 0 || x > layout.width ? undefined : [x, Math.max(2, end - x)]
}

function paintLane(context: CanvasRenderingContext2D, layout: Layout, lane: Lane, y: number): void {
  const middle = y + layout.lane / 2
  context.fillStyle = 'rgba(143,191,154,0.22)'
  for (const { from, to } of lane.presences) {
    const b = box(layout, from, to)
    if (b) roundRect(context, b[0], y + 4, b[1], layout.lane - 9, 3)
  }
  for (const { from, to } of lane.debounces) hatch(context, layout, from, to, y)
  for (const { from, to } of lane.cooldowns) tail(context, layout, from, to, y)
  for (const playing of lane.playings) {
    const b = box(layout, playing.from, playing.to)
    if (playing.delayed < playing.from) delay(context, layout, playing, middle)
    if (!b) continue
    context.fillStyle = LOOKS[playing.look]
    context.globalAlpha *= playing.look === 'bed' ? 0.5 : 0.9
    const thick = playing.look === 'bed' ? 3 : 5
    roundRect(context, b[0], middle - thick / 2, b[1], thick, thick / 2)
    context.globalAlpha /= playing.look === 'bed' ? 0.5 : 0.9
  }
  paintHeld(context, layout, lane, y)
  for (const { t, playing } of lane.fired) {
    const look = lane.playings.find((p) => p.playing === playing)?.look ?? 'other'
    match(context, xOf(layout, t), y, layout.lane, LOOKS[look], true)
  }
}

/** Held marks; as many of their reasons in words as have room. */
function paintHeld(context: CanvasRenderingContext2D, layout: Layout, lane: Lane, y: number): void {
  context.font = '10.5px "Schibsted Grotesk Variable", sans-serif'
  let free = -Infinity
  const nexts = [...lane.fired.map((f) => f.t), ...lane.held.map((h) => h.t)].sort((a, b) => a - b)
  for (const { t, gate } of lane.held) {
    const x = xOf(layout, t)
    match(context, x, y, layout.lane, COLOURS.rust, false)
    const next = nexts.find((other) => other > t + 1e-9)
    const room = (next === undefined ? layout.width : xOf(layout, next)) - x - 16
    const width = context.measureText(gate).width
    if (width > room || x + 8 < free) continue
    context.fillStyle = COLOURS.rust
    context.fillText(gate, x + 8, y + layout.lane - 7)
    free = x + 8 + width
  }
}

/** A match: upright stroke and head; struck when it fired, unlit when it was held. */
function match(
  context: CanvasRenderingContext2D,
  x: number,
  y: number,
  lane: number,
  colour: string,
  struck: boolean,
): void {
  if (x < -6 || x > context.canvas.width) return
  context.strokeStyle = colour
  context.lineWidth = struck ? 1.7 : 1.3
  context.beginPath()
  context.moveTo(x, y + 6)
  context.lineTo(x, y + lane - 4)
  context.stroke()
  context.beginPath()
  context.arc(x, y + 5.5, 2.9, 0, 2 * Math.PI)
  context.fillStyle = struck ? colour : COLOURS.ink1
  context.fill()
  if (!struck) context.stroke()
}

function tail(context: CanvasRenderingContext2D, layout: Layout, from: number, to: number, y: number): void {
  const x = xOf(layout, from)
  const end = xOf(layout, to)
  if (end < 0 || x > layout.width || end - x < 0.5) return
  const fading = context.createLinearGradient(x, 0, end, 0)
  fading.addColorStop(0, 'rgba(127,178,217,0.62)')
  fading.addColorStop(1, 'rgba(127,178,217,0.06)')
  context.fillStyle = fading
  context.beginPath()
  context.moveTo(x, y + layout.lane - 6)
  context.lineTo(end, y + layout.lane - 2.5)
  context.lineTo(x, y + layout.lane - 1)
  context.fill()
}

function hatch(context: CanvasRenderingContext2D, layout: Layout, from: number, to: number, y: number): void {
  const b = box(layout, from, to)
  if (!b) return
  context.save()
  context.beginPath()
  context.rect(b[0], y + 4, b[1], layout.lane - 9)
  context.clip()
  context.strokeStyle = 'rgba(236,228,212,0.4)'
  context.lineWidth = 1
  context.beginPath()
  for (let x = b[0] - layout.lane; x < b[0] + b[1]; x += 4) {
    context.moveTo(x, y + layout.lane - 5)
    context.lineTo(x + layout.lane - 9, y + 4)
  }
  context.stroke()
  context.restore()
}

function delay(context: CanvasRenderingContext2D, layout: Layout, playing: PlayingSpan, middle: number): void {
  context.strokeStyle = COLOURS.tide
  context.setLineDash([2, 3])
  context.beginPath()
  context.moveTo(xOf(layout, playing.delayed), middle)
  context.lineTo(xOf(layout, playing.from), middle)
  context.stroke()
  context.setLineDash([])
}

function ghostOf(context: CanvasRenderingContext2D, layout: Layout, was: Lane, y: number): void {
  context.strokeStyle = 'rgba(236,228,212,0.45)'
  context.lineWidth = 1
  for (const { from, to } of was.presences) {
    const b = box(layout, from, to)
    if (b) context.strokeRect(b[0] + 0.5, y + 3.5, b[1], layout.lane - 8)
  }
  for (const { t } of [...was.fired, ...was.held]) {
    context.beginPath()
    context.moveTo(xOf(layout, t), y + 2)
    context.lineTo(xOf(layout, t), y + layout.lane - 2)
    context.stroke()
  }
}

function curves(context: CanvasRenderingContext2D, layout: Layout, picture: Picture): void {
  const top = layout.curves
  context.fillStyle = COLOURS.ink1
  context.fillRect(0, top, layout.width, CURVES_HEIGHT)
  context.fillStyle = COLOURS.rule
  context.fillRect(0, top, layout.width, 1)
  const loud = top + 2
  const light = top + CURVES.loudness
  const hands = light + CURVES.light
  context.fillStyle = COLOURS.row
  context.fillRect(0, light, layout.width, 1)
  context.fillRect(0, hands, layout.width, 1)
  if (picture.loudness)
    curve(
      context,
      layout,
      picture.loudness,
      0.1,
      loud,
      CURVES.loudness - 3,
      (lufs) => (lufs + 60) / 50,
      COLOURS.lamp,
      true,
    )
  if (picture.lux)
    curve(
      context,
      layout,
      picture.lux,
      picture.luxEvery,
      light + 2,
      CURVES.light - 4,
      (lux) => Math.log2(1 + lux * 4) / 8,
      COLOURS.bone,
      false,
    )
  for (const { from, to } of picture.score.locks) {
    const b = box(layout, from, to)
    context.fillStyle = COLOURS.mauve
    if (b) roundRect(context, b[0], hands + 5, b[1], 7, 3.5)
  }
  for (const { from, to } of picture.fades) {
    const b = box(layout, from, to)
    context.fillStyle = COLOURS.bone
    if (b) context.fillRect(b[0], hands + 3, b[1], 2.5)
  }
}

function curve(
  context: CanvasRenderingContext2D,
  layout: Layout,
  values: Float32Array,
  every: number,
  top: number,
  height: number,
  share: (value: number) => number,
  colour: string,
  filled: boolean,
): void {
  const stride = Math.max(1, Math.floor(((layout.to - layout.from) / every / layout.width) * 1))
  const first = Math.max(0, Math.floor(layout.from / every) - stride)
  const last = Math.min(values.length - 1, Math.ceil(layout.to / every) + stride)
  context.beginPath()
  let lastX = 0
  for (let i = first; i <= last; i += stride) {
    let value = -Infinity
    for (let k = i; k < Math.min(i + stride, values.length); k++) value = Math.max(value, values[k]!)
    const x = xOf(layout, (i + stride / 2) * every)
    const y = top + height * (1 - Math.min(1, Math.max(0, share(value))))
    if (i === first) context.moveTo(x, y)
    else context.lineTo(x, y)
    lastX = x
  }
  context.strokeStyle = colour
  context.lineWidth = 1.2
  context.stroke()
  if (!filled) return
  context.lineTo(lastX, top + height)
  context.lineTo(xOf(layout, first * every), top + height)
  context.globalAlpha = 0.16
  context.fillStyle = colour
  context.fill()
  context.globalAlpha = 1
}

function roundRect(
  context: CanvasRenderingContext2D,
  x: number,
  y: number,
  width: number,
  height: number,
  radius: number,
): void {
  context.beginPath()
  context.roundRect(x, y, width, height, radius)
  context.fill()
}
