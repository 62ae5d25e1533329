import { tick } from '~/words/time'
import { paintActs, paintSignals } from './beads'
import { COLOURS, faint } from './colours'
import type { Context } from './context'
import { curves } from './curves'
import { differs, ghostOf, paintLane } from './paint-lane'
import { tickStep, xOf, yOf, type Layout } from './axes'
import type { Scene } from './scene'

export function paint(context: Context, layout: Layout, scene: Scene): void {
  context.fillStyle = COLOURS.ink1
  context.fillRect(0, 0, layout.width, layout.height)
  context.save()
  context.beginPath()
  context.rect(0, layout.ruler, layout.width, layout.curves - layout.ruler)
  context.clip()
  grid(context, layout)
  const ghosts = new Map(scene.ghost?.lanes.map((lane) => [lane.zone, lane]))
  scene.lanes.forEach((lane, index) => {
    const y = yOf(layout, index)
    if (y > layout.curves || y + layout.lane < layout.ruler) return
    if (lane.zone === scene.chosen) {
      context.fillStyle = COLOURS.chosen
      context.fillRect(0, y, layout.width, layout.lane)
    }
    context.fillStyle = COLOURS.row
    context.fillRect(0, y + layout.lane - 1, layout.width, 1)
    context.globalAlpha = lane.met === undefined ? 0.5 : 1
    const was = ghosts.get(lane.zone)
    if (was && differs(was, lane)) ghostOf(context, layout, was, y)
    paintLane(context, layout, lane, y)
    paintActs(context, layout, lane, y)
    context.globalAlpha = 1
  })
  paintSignals(context, layout, scene)
  context.restore()
  ruler(context, layout, scene.marked)
  curves(context, layout, scene)
}

function grid(context: Context, layout: Layout): void {
  const step = tickStep(layout)
  for (let n = Math.ceil(layout.from / step); n * step <= layout.to; n++) {
    context.fillStyle = (n * step) % 60 === 0 ? COLOURS.rule : COLOURS.tick
    context.fillRect(Math.round(xOf(layout, n * step)), layout.ruler, 1, layout.height)
  }
}

function ruler(context: Context, layout: Layout, marked?: { from: number; to: number }): void {
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
    context.fillStyle = faint(COLOURS.tide, 0.22)
    context.fillRect(x, 0, width, layout.height)
    context.fillStyle = COLOURS.tide
    context.fillRect(x, layout.ruler - 3, width, 3)
  }
  context.fillStyle = COLOURS.rule
  context.fillRect(0, layout.ruler - 1, layout.width, 1)
}
