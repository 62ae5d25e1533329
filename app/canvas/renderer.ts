import { lanesIn, lanesOf, type Lane, type Row } from '~~/core/score'
import type { Layout } from './axes'
import { paint } from './paint'
import type { Content } from './scene'

/** What part of the score is looked at, and what of it is picked out. */
export interface Sight {
  layout: Layout
  /** Pixels of the screen for one of CSS. */
  ratio: number
  /** The rows that are shown, if not just all lanes are. */
  rows?: Row[]
  chosen?: string
  marked?: { from: number; to: number }
}

/**
 * Holds the canvas of the score and draws on it at once whatever changes. It stands in the worker that has the run: nothing that
 * the page does comes between a hand that drags a dial and what it moves.
 */
export interface Renderer {
  mount(canvas: OffscreenCanvas): void
  look(sight: Sight): void
  show(content: Content): void
  draw(): void
}

function lanesShown({ score }: Content, rows: readonly Row[] | undefined): Lane[] {
  const all = lanesOf(score)
  return rows ? lanesIn(all, rows) : all
}

export function createRenderer(): Renderer {
  let context: OffscreenCanvasRenderingContext2D | undefined
  let sight: Sight | undefined
  let content: Content | undefined

  function draw(): void {
    if (!context || !sight || !content) return
    const { layout, ratio, rows, chosen, marked } = sight
    // Before the page knows how long the run is it looks at no time at all.
    if (layout.to <= layout.from) return
    const { canvas } = context
    const [w, h] = [Math.round(layout.width * ratio), Math.round(layout.height * ratio)]
    if (canvas.width !== w || canvas.height !== h) [canvas.width, canvas.height] = [w, h]
    context.setTransform(ratio, 0, 0, ratio, 0, 0)
    paint(context, layout, { ...content, lanes: lanesShown(content, rows), chosen, marked })
  }

  return {
    mount(canvas) {
      context = canvas.getContext('2d', { alpha: false }) ?? undefined
      draw()
    },
    look(now) {
      sight = now
      draw()
    },
    show(now) {
      content = now
      draw()
    },
    draw,
  }
}
