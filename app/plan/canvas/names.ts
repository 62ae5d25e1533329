/** Names in the plan: each beside what it names, none on another, none under a tool that lies over the plan. All in pixels. */
export type Rect = readonly [x0: number, y0: number, x1: number, y1: number]

export const NAME_FONT = "11px 'Schibsted Grotesk Variable', system-ui, sans-serif"
/** How far the letters reach above and below their line. */
const ABOVE = 9.5
const BELOW = 3
const GAP = 5

export interface Named {
  id: string
  words: string
  /** How long its words are. */
  width: number
  /** What it names. */
  box: Rect
}
/** Where a name begins on its line, and what it covers. */
export interface LaidName {
  id: string
  words: string
  x: number
  y: number
  rect: Rect
}

const areApart = (a: Rect, b: Rect): boolean => a[2] <= b[0] || b[2] <= a[0] || a[3] <= b[1] || b[3] <= a[1]

/** Where a name may stand, what is best first: above what it names, below, within, at its sides. */
function* spotsFor({ width, box: [x0, y0, x1, y1] }: Named): Generator<readonly [x: number, y: number]> {
  const under = y1 + GAP + ABOVE
  yield [x0, y0 - GAP]
  yield [x1 - width, y0 - GAP]
  yield [x0, under]
  yield [x1 - width, under]
  if (x1 - x0 > width + 2 * GAP)
    for (let y = y0 + GAP + ABOVE; y < y1 - GAP; y += ABOVE + BELOW + 2) yield [x0 + GAP, y]
  const middle = (y0 + y1 + ABOVE - BELOW) / 2
  yield [x1 + GAP, middle]
  yield [x0 - GAP - width, middle]
}

/** Lays names out, the first before those after it; one that finds no room is left out, and none after so many. `taken`: what none may cover. */
export function layNames(all: readonly Named[], taken: readonly Rect[], most = Infinity): LaidName[] {
  const laid: LaidName[] = []
  for (const one of all) {
    if (laid.length >= most) break
    for (const [x, y] of spotsFor(one)) {
      const rect: Rect = [x - 1, y - ABOVE, x + one.width + 1, y + BELOW]
      if (!taken.every((other) => areApart(rect, other)) || !laid.every((other) => areApart(rect, other.rect))) continue
      laid.push({ id: one.id, words: one.words, x, y, rect })
      break
    }
  }
  return laid
}
