import type { Lane, PlayingSpan } from '~~/core/score'
import { COLOURS, faint } from './colours'
import { box, roundRect, type Context } from './context'
import { BEAD, beadsOf } from './beads'
import { xOf, type Layout } from './axes'
import { countOf, matchesOf } from './matches'

const LOOKS: { [look in PlayingSpan['look']]: string } = {
  bed: COLOURS.lamp,
  other: COLOURS.lamp,
  freeze: COLOURS.mauve,
  picture: COLOURS.bone,
}

export function paintLane(context: Context, layout: Layout, lane: Lane, y: number): void {
  const middle = y + layout.lane / 2
  context.fillStyle = faint(COLOURS.weed, 0.22)
  for (const { from, to } of lane.presences) {
    const b = box(layout, from, to)
    if (b) roundRect(context, b[0], y + 4, b[1], layout.lane - 9, 3)
  }
  for (const { from, put } of lane.presences) if (put) putDown(context, layout, from, y)
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
  paintMatches(context, layout, lane, y)
}

const WORDS = '10.5px "Schibsted Grotesk Variable", sans-serif'

/** The marks, those that lie on each other with their count; reasons of held ones in words, where nothing comes within their room. */
function paintMatches(context: Context, layout: Layout, lane: Lane, y: number): void {
  context.font = WORDS
  const matches = matchesOf(layout, lane)
  const beads = beadsOf(layout, lane).map(({ x }) => x - BEAD / 2)
  matches.forEach((each, i) => {
    const { x, fired, held } = each
    const look = lane.playings.find((p) => p.playing === fired[0]?.playing)?.look ?? 'other'
    const colour = fired.length > 0 ? LOOKS[look] : COLOURS.rust
    match(context, x, y, layout.lane, colour, fired.length > 0)
    const count = countOf(each)
    const words = count > 1 ? `×${count}` : held[0]?.gate
    if (words === undefined) return
    const begin = x + 8
    const width = context.measureText(words).width
    const next = Math.min(matches[i + 1]?.x ?? layout.width, ...beads.filter((bead) => bead > x + 1))
    if (begin + width + 4 > next) return
    // A bar may run on below the words.
    context.fillStyle = BACKDROP
    roundRect(context, begin - 1, y + 4, width + 3, layout.lane - 9, 2)
    context.fillStyle = colour
    context.fillText(words, begin, y + layout.lane / 2 + 4)
  })
}
const BACKDROP = faint(COLOURS.ink1, 0.78)

/** A match: upright stroke and head; struck when it fired, unlit when it was held. */
function match(context: Context, x: number, y: number, lane: number, colour: string, struck: boolean): void {
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

/** Somebody was put here by a cue: they come from above, and set nothing off. */
function putDown(context: Context, layout: Layout, t: number, y: number): void {
  const x = xOf(layout, t)
  if (x < -8 || x > layout.width + 8) return
  context.strokeStyle = COLOURS.bone2
  context.lineWidth = 1.3
  context.beginPath()
  context.moveTo(x, y + 3)
  context.lineTo(x, y + layout.lane - 9)
  context.moveTo(x - 3.5, y + layout.lane - 13)
  context.lineTo(x, y + layout.lane - 9)
  context.lineTo(x + 3.5, y + layout.lane - 13)
  context.stroke()
}

function tail(context: Context, layout: Layout, from: number, to: number, y: number): void {
  const x = xOf(layout, from)
  const end = xOf(layout, to)
  if (end < 0 || x > layout.width || end - x < 0.5) return
  const fading = context.createLinearGradient(x, 0, end, 0)
  fading.addColorStop(0, faint(COLOURS.tide, 0.62))
  fading.addColorStop(1, faint(COLOURS.tide, 0.06))
  context.fillStyle = fading
  context.beginPath()
  context.moveTo(x, y + layout.lane - 6)
  context.lineTo(end, y + layout.lane - 2.5)
  context.lineTo(x, y + layout.lane - 1)
  context.fill()
}

function hatch(context: Context, layout: Layout, from: number, to: number, y: number): void {
  const b = box(layout, from, to)
  if (!b) return
  context.save()
  context.beginPath()
  context.rect(b[0], y + 4, b[1], layout.lane - 9)
  context.clip()
  context.strokeStyle = faint(COLOURS.bone, 0.4)
  context.lineWidth = 1
  context.beginPath()
  for (let x = b[0] - layout.lane; x < b[0] + b[1]; x += 4) {
    context.moveTo(x, y + layout.lane - 5)
    context.lineTo(x + layout.lane - 9, y + 4)
  }
  context.stroke()
  context.restore()
}

function delay(context: Context, layout: Layout, playing: PlayingSpan, middle: number): void {
  context.strokeStyle = COLOURS.tide
  context.setLineDash([2, 3])
  context.beginPath()
  context.moveTo(xOf(layout, playing.delayed), middle)
  context.lineTo(xOf(layout, playing.from), middle)
  context.stroke()
  context.setLineDash([])
}

/** Whether somebody was in a zone, or something fired or was held, at other times. */
export function differs(was: Lane, lane: Lane): boolean {
  const times = ({ presences, fired, held }: Lane): number[] => [
    ...presences.flatMap(({ from, to }) => [from, to]),
    ...fired.map(({ t }) => t),
    ...held.map(({ t }) => -t),
  ]
  const [before, now] = [times(was), times(lane)]
  return before.length !== now.length || before.some((t, i) => Math.abs(t - now[i]!) > 1e-6)
}
export function ghostOf(context: Context, layout: Layout, was: Lane, y: number): void {
  context.strokeStyle = faint(COLOURS.bone, 0.45)
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
