import { xOf, type Layout } from './axes'

/** What the score is drawn with: it is drawn in a worker. */
export type Context = OffscreenCanvasRenderingContext2D

/** A span as a box at least two pixels wide; undefined if it is out of sight. */
export function box(layout: Layout, from: number, to: number): [x: number, width: number] | undefined {
  const x = Math.max(-4, xOf(layout, from))
  const end = Math.min(layout.width + 4, xOf(layout, to))
  return end < 0 || x > layout.width ? undefined : [x, Math.max(2, end - x)]
}

export function roundRect(context: Context, x: number, y: number, width: number, height: number, radius: number): void {
  context.beginPath()
  context.roundRect(x, y, width, height, radius)
  context.fill()
}
