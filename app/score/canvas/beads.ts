import type { Act, Lane } from '~~/core/score'
import { COLOURS, type Context } from './context'
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

/** What each act looks like: strokes in a square of 8 by 8, and the colour of its sense. */
const GLYPHS: { [kind in Act['kind']]: { path: string; colour: string; filled?: boolean } } = {
  level: { path: 'M2 2.5a3 3 0 0 1 0 3M4 1a4.5 4.5 0 0 1 0 6', colour: COLOURS.lamp },
  light: { path: 'M4 .8C6 3 6.2 4 6.2 5a2.2 2.2 0 0 1-4.4 0C1.8 4 2.6 3.4 4 .8z', colour: COLOURS.bone },
  drift: { path: 'M1 6.8L7 1.6M1 6.8h3', colour: COLOURS.bone },
  atmosphere: { path: 'M1 2h6M2 4.2h5M1 6.4h4', colour: COLOURS.bone },
  camera: { path: 'M1 2.2L6.2 1 7 6 1.8 7z', colour: COLOURS.bone },
  fade: { path: 'M.8 7h6.4V1z', colour: COLOURS.bone, filled: true },
  prompt: { path: 'M.8 1.4h6.4v3.4H.8zM4 4.8v2.6', colour: COLOURS.mauve },
  freeze: { path: 'M1.6 1v6M4 1v6M6.4 1v6', colour: COLOURS.mauve },
  move: { path: 'M.9 6.6C1.4.6 6.4.6 6.9 5.6M5.4 4.6l1.5 1.6 1-2', colour: COLOURS.mauve },
  prop: { path: 'M1 6.6L2.4 1.6l4 .6.8 4.4z', colour: COLOURS.stone },
  fling: { path: 'M.8 7C2 2.4 5 1 7.2 2.4', colour: COLOURS.stone },
  impact: { path: 'M4 .8v4.6M.8 7h6.4', colour: COLOURS.stone },
  burst: { path: 'M4 3.2V.8M4.8 4.6l2.2 1.6M3.2 4.6L1 6.2', colour: COLOURS.stone },
  signal: { path: 'M.8 6.2c4.4-6.4 3.2 3 6.4-4', colour: COLOURS.tide },
  flag: { path: 'M2 7.4V1l4.6 1.6L2 4.4', colour: COLOURS.tide },
  zone: { path: 'M.8 3V.8H3M5 .8h2.2V3M7.2 5v2.2H5M3 7.2H.8V5', colour: COLOURS.tide },
  stop: { path: 'M.8 4h2M5.2 4h2M4 1v6', colour: COLOURS.tide },
}
const paths = new Map<string, Path2D>()
function pathOf(kind: Act['kind']): Path2D {
  let path = paths.get(kind)
  if (!path) paths.set(kind, (path = new Path2D(GLYPHS[kind].path)))
  return path
}

export function paintActs(context: Context, layout: Layout, lane: Lane, y: number): void {
  for (const { act, x } of beadsOf(layout, lane)) {
    const { colour, filled } = GLYPHS[act.kind]
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
