import type { Rect } from './canvas/names'

/** What lies over the plan: its tools, the ladder of storeys, panels; and words of its own, which move with it. Marked so in the templates. */
const MARKED = { tools: '[data-over-plan]:not([data-over-plan=words])', words: '[data-over-plan=words]' }

/** Whether something that lies over the plan has come or gone. */
export const liesOverPlan = ({ addedNodes, removedNodes }: MutationRecord): boolean =>
  [...addedNodes, ...removedNodes].some(
    (node) => node instanceof Element && (node.matches('[data-over-plan]') || node.querySelector('[data-over-plan]')),
  )

/** What lies over a frame now, in its pixels; of what is so small that it may grow under the hand, its whole line. */
export function overPlan(frame: HTMLElement, what: keyof typeof MARKED = 'tools'): Rect[] {
  const at = frame.getBoundingClientRect()
  return [...document.querySelectorAll<HTMLElement | SVGElement>(MARKED[what])].flatMap((element): Rect[] => {
    const { left, top, right, bottom } = element.getBoundingClientRect()
    if (right <= left || right <= at.left || left >= at.right || bottom <= at.top || top >= at.bottom) return []
    const rect: Rect = [left - at.left, top - at.top, right - at.left, bottom - at.top]
    return [element.dataset.overPlan === 'line' ? [rect[0], rect[1], Math.max(rect[2], at.width * 0.6), rect[3]] : rect]
  })
}

/** What of a frame is free of what lies over it: each takes the side at which that costs least. */
export function freeOf(width: number, height: number, over: readonly Rect[]): Rect {
  let [x0, y0, x1, y1] = [0, 0, width, height]
  for (const [left, top, right, bottom] of over) {
    if (right <= x0 || left >= x1 || bottom <= y0 || top >= y1) continue
    const costs = [
      { lost: (right - x0) / width, take: () => (x0 = right) },
      { lost: (bottom - y0) / height, take: () => (y0 = bottom) },
      { lost: (x1 - left) / width, take: () => (x1 = left) },
      { lost: (y1 - top) / height, take: () => (y1 = top) },
    ]
    costs.sort((a, b) => a.lost - b.lost)[0]!.take()
  }
  return [x0, y0, x1, y1]
}
