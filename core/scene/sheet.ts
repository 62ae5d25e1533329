import potpack from 'potpack'
import type { Faces, Patch } from './faces'

/** Where a patch lies on a sheet, in squares of it: its edges run through the middles of the outermost. */
export interface Rect {
  x: number
  y: number
  w: number
  h: number
}
/** All patches of several bodies, laid side by side on one sheet of small squares. */
export interface Sheet {
  width: number
  height: number
  /** One for each patch of each body. */
  rects: readonly (readonly Rect[])[]
  /** Where each corner of each body lies on the sheet, 0 to 1 each way: two a corner; 0 for what is of no patch. */
  on: readonly Float32Array[]
}

/** Where it doesn't fit, it is tried with so much coarser squares, down to so many a metre. */
const COARSER = 0.8
const COARSEST = 1e-3

const squaresFor = ({ size: [w, h] }: Patch, perMetre: number): Rect => ({
  x: 0,
  y: 0,
  w: Math.ceil(w * perMetre) + 1,
  h: Math.ceil(h * perMetre) + 1,
})

/**
 * Lays all patches of bodies side by side, so that something can be known of each spot of every surface.
 * @param perMetre squares a metre, where so many fit
 * @param widest the most squares either way
 */
export function laidOut(
  bodies: readonly Pick<Faces, 'patches' | 'owners' | 'across'>[],
  perMetre: number,
  widest: number,
): Sheet {
  let fine = perMetre
  const pack = () => {
    const rects = bodies.map(({ patches }) => patches.map((patch) => squaresFor(patch, fine)))
    const { w, h } = potpack(rects.flat())
    return { rects, width: Math.max(1, w), height: Math.max(1, h) }
  }
  let packed = pack()
  while (Math.max(packed.width, packed.height) > widest && fine > COARSEST) {
    fine *= COARSER
    packed = pack()
  }
  const { rects, width, height } = packed
  const on = bodies.map(({ patches, owners, across }, body) => {
    const found = new Float32Array(owners.length * 2)
    patches.forEach(({ first, count, from, size }, i) => {
      const { x, y, w, h } = rects[body][i]
      for (let corner = first; corner < first + count; corner++) {
        found[2 * corner] = (x + 0.5 + share(across[2 * corner] - from[0], size[0]) * (w - 1)) / width
        found[2 * corner + 1] = (y + 0.5 + share(across[2 * corner + 1] - from[1], size[1]) * (h - 1)) / height
      }
    })
    return found
  })
  return { width, height, rects, on }
}
const share = (part: number, whole: number): number => (whole > 0 ? part / whole : 0)
