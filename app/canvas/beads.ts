import type { Act, Lane } from '~~/core/score'
import { wordsOf, type Sense } from '~/words/step-kinds'
import { COLOURS } from './colours'
import type { Context } from './context'
import { xOf, yOf, type Layout } from './axes'
import type { Scene } from './scene'

/** A bead's width, and how far from its time it may stand for want of room (pixels). */
export const BEAD = 9
const ASIDE = 3 * BEAD
/** Beads stand clear of the strokes of matches by this much (pixels). */
const CLEAR = 8

export interface Bead {
  act: Act
  x: number
}

/** The acts of a lane as beads on its bars, from left to right: beside one another where they fall together, none where there is no room. */
export function beadsOf(layout: Layout, lane: Lane): Bead[] {
  const inSight = (t: number) => t >= layout.from && t <= layout.to
  const matches = [...lane.fired, ...lane.held].filter(({ t }) => inSight(t)).map(({ t }) => xOf(layout, t))
  const beads: Bead[] = []
  let last = -Infinity
  for (const act of lane.acts.filter(({ t }) => inSight(t)).sort((a, b) => a.t - b.t)) {
    const wanted = xOf(layout, act.t)
    let x = Math.max(wanted, last + BEAD)
    for (const stroke of matches) if (Math.abs(x - stroke) < CLEAR) x = stroke + CLEAR
    if (x - wanted > ASIDE) continue
    beads.push({ act, x })
    last = x
  }
  return beads
}

const SENSE_COLOURS: { [sense in Sense]: string } = {
  hear: COLOURS.lamp,
  light: COLOURS.bone,
  picture: COLOURS.bone,
  hands: COLOURS.mauve,
  world: COLOURS.bone2,
  signals: COLOURS.tide,
}

/** What an act looks like: strokes in a square of 8 by 8, in the colour of its sense; a fade is filled. */
function looksOf(kind: Act['kind']): { path: string; colour: string; filled: boolean } {
  if (kind === 'impact') return { path: 'M4 .8v4.6M.8 7h6.4', colour: SENSE_COLOURS.world, filled: false }
  const { glyph, sense } = wordsOf(kind)
  return { path: glyph!, colour: SENSE_COLOURS[sense], filled: kind === 'fade' }
}
const paths = new Map<string, Path2D>()
function pathOf(kind: Act['kind']): Path2D {
  let path = paths.get(kind)
  if (!path) paths.set(kind, (path = new Path2D(looksOf(kind).path)))
  return path
}

export function paintActs(context: Context, layout: Layout, lane: Lane, y: number): void {
  for (const { act, x } of beadsOf(layout, lane)) {
    const { colour, filled } = looksOf(act.kind)
    context.fillStyle = COLOURS.ink1
    context.beginPath()
    context.arc(x, y + layout.lane / 2, 5, 0, 2 * Math.PI)
    context.fill()
    context.save()
    context.translate(x - 4, y + layout.lane / 2 - 4)
    context.strokeStyle = context.fillStyle = colour
    context.lineWidth = 1.1
    if (filled) context.fill(pathOf(act.kind))
    else context.stroke(pathOf(act.kind))
    context.restore()
  }
}

/** Signals that the chosen zone sends or hears, as ropes from where they are sent to all who hear them. */
export function paintSignals(context: Context, layout: Layout, { score, lanes, chosen }: Scene): void {
  if (!chosen) return
  const middleOf = (zone: string | undefined) => {
    const index = lanes.findIndex((lane) => lane.zone === (zone ?? ''))
    return index < 0 ? undefined : yOf(layout, index) + layout.lane / 2
  }
  context.lineWidth = 1.3
  for (const { name, sent, t, from, heard } of score.signals) {
    if (from !== chosen && !heard.some(({ zone }) => zone === chosen)) continue
    const start = middleOf(from)
    if (start === undefined || t < layout.from || sent > layout.to) continue
    const x0 = xOf(layout, sent)
    const x1 = xOf(layout, t)
    for (const { zone, fired } of heard) {
      const end = middleOf(zone)
      if (end === undefined || end === start) continue
      context.strokeStyle = fired ? COLOURS.tide : COLOURS.rust
      context.setLineDash(fired ? [] : [3, 3])
      context.beginPath()
      context.moveTo(x0, start)
      context.bezierCurveTo(x0 + 16, start + (end - start) * 0.3, x1 + 16, start + (end - start) * 0.7, x1, end)
      context.stroke()
      context.setLineDash([])
    }
    const end = middleOf(heard.find(({ zone }) => zone !== from)?.zone)
    if (end === undefined) continue
    context.font = '10.5px "Schibsted Grotesk Variable", sans-serif'
    const at = { x: (x0 + x1) / 2 + 14, y: (start + end) / 2 + 4 }
    context.fillStyle = COLOURS.ink1
    context.fillRect(at.x - 3, at.y - 10, context.measureText(name).width + 6, 14)
    context.fillStyle = COLOURS.tide
    context.fillText(name, at.x, at.y)
  }
}
