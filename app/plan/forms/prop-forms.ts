import type { Prop, PropForm, Spot } from '~~/core/show'
import { fromFrame } from '~~/core/space'

/** The strokes that make a prop read as what it is, in metres. From above in the plan; from in front with 0 at its middle and its foot. */
interface Drawing {
  above: (prop: Prop) => Spot[][]
  front: (prop: Prop) => Spot[][]
}

/** So many stretches stand for a quarter of a circle. */
const QUARTER = 10
const arc = (x: number, y: number, rx: number, ry: number, from: number, to: number): Spot[] => {
  const steps = Math.max(2, Math.ceil((Math.abs(to - from) / 90) * QUARTER))
  return Array.from({ length: steps + 1 }, (_, i) => {
    const a = ((from + ((to - from) * i) / steps) * Math.PI) / 180
    return [x + rx * Math.cos(a), y + ry * Math.sin(a)]
  })
}
const rect = (x0: number, y0: number, x1: number, y1: number): Spot[] => [
  [x0, y0],
  [x1, y0],
  [x1, y1],
  [x0, y1],
  [x0, y0],
]
const BOARD = 0.35

const DRAWINGS: Record<PropForm, Drawing> = {
  /** A leaf with the way it opens, and its handle on the side it doesn't hang on. */
  door: {
    above: ({ size: [w, , d], hinge }) => {
      if (hinge === 'slides')
        return [
          [
            [w / 2, d / 2 + 0.12],
            [w / 2 + w * 0.6, d / 2 + 0.12],
          ],
        ]
      const side = hinge === 'right' ? 1 : -1
      return [side < 0 ? arc(-w / 2, 0, w, w, 0, 90) : arc(w / 2, 0, w, w, 180, 90)]
    },
    front: ({ size: [w, h], hinge }) => {
      const handle = (hinge === 'right' ? -1 : 1) * (w / 2 - 0.12)
      return [
        [
          [handle, h * 0.44],
          [handle, h * 0.52],
        ],
        rect(-w * 0.32, h * 0.1, w * 0.32, h * 0.9),
      ]
    },
  },
  /** A shade over a stem: its flame in the middle. */
  lamp: {
    above: ({ size: [w, , d] }) => [
      arc(0, 0, w / 4, d / 4, 0, 360),
      ...[45, 135, 225, 315].map((a): Spot[] => [arc(0, 0, w / 4, d / 4, a, a)[0]!, arc(0, 0, w / 2, d / 2, a, a)[0]!]),
    ],
    front: ({ size: [w, h] }) => [
      [
        [-w / 2, h * 0.55],
        [-w / 4, h],
        [w / 4, h],
        [w / 2, h * 0.55],
        [-w / 2, h * 0.55],
      ],
      [
        [0, h * 0.55],
        [0, 0],
      ],
      [
        [-w / 3, 0],
        [w / 3, 0],
      ],
    ],
  },
  /** Boards one above the other; from above its back and what divides it. */
  shelf: {
    above: ({ size: [w, , d] }) => [
      [
        [-w / 2, -d / 2 + d * 0.2],
        [w / 2, -d / 2 + d * 0.2],
      ],
      ...evenly(w, Math.max(1, Math.round(w / 0.6) - 1)).map((x): Spot[] => [
        [x, -d / 2 + d * 0.2],
        [x, d / 2],
      ]),
    ],
    front: ({ size: [w, h] }) =>
      Array.from({ length: Math.max(1, Math.floor(h / BOARD)) }, (_, i): Spot[] => [
        [-w / 2, (i * h) / Math.max(1, Math.floor(h / BOARD))],
        [w / 2, (i * h) / Math.max(1, Math.floor(h / BOARD))],
      ]),
  },
  /** Round, with an ear. */
  cup: {
    above: ({ size: [w, , d] }) => [arc(0, 0, w * 0.36, d * 0.36, 0, 360), arc(w / 2, 0, w * 0.3, d * 0.2, -90, 90)],
    front: ({ size: [w, h] }) => [
      [
        [-w / 2, h],
        [-w * 0.38, 0],
        [w * 0.38, 0],
        [w / 2, h],
      ],
      arc(w * 0.46, h * 0.5, w * 0.3, h * 0.25, -80, 80),
    ],
  },
}
/** So many spots within a width about 0, evenly apart. */
const evenly = (width: number, count: number): number[] =>
  Array.from({ length: count }, (_, i) => -width / 2 + (width * (i + 1)) / (count + 1))

/** What of a prop is drawn in the plan beside its outline, in the world. */
export const strokesAbove = (prop: Prop): Spot[][] =>
  prop.form ? DRAWINGS[prop.form].above(prop).map((line) => line.map(([x, z]) => fromFrame(x, z, prop))) : []

/** What of a prop is drawn in a section instead of its block: across from its middle, up from its foot. */
export const strokesInFront = (prop: Prop): Spot[][] => (prop.form ? DRAWINGS[prop.form].front(prop) : [])
