import type { Shape, Spot } from '../show'
import { fromFrame, type Frame } from '../space'
import { FaceList, type Faces } from './faces'

const ROUNDS = 10

/** A zone's shape as faces in the frame that it is given in, wider by so much all round (m): a prism is only raised by it. */
export function facesOfShape(shape: Shape, rim = 0): Faces {
  const faces = new FaceList()
  if (shape.kind === 'box') {
    const [w, h, d] = shape.size
    const frame: Frame = { at: shape.at, yaw: shape.yaw }
    const corner = (x: number, z: number): Spot => fromFrame(x, z, frame)
    const [a, b] = [w / 2 + rim, d / 2 + rim]
    upright(faces, [corner(-a, -b), corner(a, -b), corner(a, b), corner(-a, b)], shape.at[1] - rim, h + 2 * rim)
  } else if (shape.kind === 'prism') upright(faces, shape.outline, shape.y - rim, shape.height + 2 * rim)
  else if (shape.kind === 'cylinder') {
    const [x, y, z] = shape.at
    const r = shape.radius + rim
    faces.round([x, z], [y - rim, r, r], [y + shape.height + rim, r, r], 32)
  } else {
    const [x, y, z] = shape.at
    const r = shape.radius + rim
    const ring = (i: number): readonly [number, number, number] => {
      const up = -Math.cos((Math.PI * i) / ROUNDS)
      const out = Math.sin((Math.PI * i) / ROUNDS) * r
      return [y + up * r, out, out]
    }
    for (let i = 0; i < ROUNDS; i++) faces.round([x, z], ring(i), ring(i + 1), 32, false)
  }
  return faces.faces()
}

function upright(faces: FaceList, outline: readonly Spot[], y: number, height: number): void {
  faces.flat(outline, () => y + height, 1)
  faces.flat(outline, () => y, -1)
  faces.around(outline, () => y, height)
}
